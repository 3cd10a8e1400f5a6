import { describe, expect, test } from '@jest/globals';
import { firstCode, reachOf } from './reach.ts';

describe('how far it is served', () => {
  test('with nothing said, to its own machine alone and without accounts', () => {
    expect(reachOf({})).toEqual({ host: '127.0.0.1', names: [], needsAccounts: false, isSecure: false, tls: null, proxies: 0 });
    expect(reachOf({ HOST: ' ' }).needsAccounts).toBe(false);
  });
  test.each(['127.0.0.1', '::1', 'localhost'])('on %s nobody has to sign in', (HOST) => {
    expect(reachOf({ HOST }).needsAccounts).toBe(false);
  });
  test.each(['0.0.0.0', '::', '192.168.1.20', 'garage.lan', '127.0.0.2'])('on %s whoever comes has to', (HOST) => {
    expect(reachOf({ HOST }).needsAccounts).toBe(true);
  });
  test('behind a proxy too, whatever it listens on; its cookies are for https when the proxy speaks that', () => {
    expect(reachOf({ PROXIES: '1', HOST_NAMES: 'iron.example' })).toMatchObject({
      host: '127.0.0.1',
      names: ['iron.example'],
      needsAccounts: true,
      isSecure: false,
    });
    expect(reachOf({ PROXIES: '1', TLS_IN_FRONT: 'yes' }).isSecure).toBe(true);
    expect(reachOf({ TLS_IN_FRONT: 'yes' }).isSecure).toBe(false);
  });
  test('everywhere it answers under its own addresses and its name, and on one address under that', () => {
    expect(reachOf({ HOST: '0.0.0.0' }).names).toContain('127.0.0.1');
    expect(reachOf({ HOST: '192.168.1.20' }).names).toEqual(['192.168.1.20']);
    expect(reachOf({ HOST: 'fd00::20' }).names).toEqual(['[fd00::20]']);
  });
  test('half of a certificate, or proxies that are no number, are said', () => {
    expect(() => reachOf({ TLS_KEY: 'key.pem' })).toThrow('TLS_KEY and TLS_CERT go together');
    expect(() => reachOf({ TLS_CERT: 'cert.pem' })).toThrow('TLS_KEY and TLS_CERT go together');
    for (const PROXIES of ['x', '-1', '1.5', '11']) expect(() => reachOf({ PROXIES })).toThrow('how many proxies');
    expect(reachOf({ TLS_KEY: 'key.pem', TLS_CERT: 'cert.pem' })).toMatchObject({
      isSecure: true,
      tls: { key: 'key.pem', cert: 'cert.pem' },
    });
  });
  test('the first code is ten letters that are not taken for one another, and another each time', () => {
    const codes = Array.from({ length: 50 }, firstCode);
    for (const code of codes) expect(code).toMatch(/^[A-HJKMNP-Z2-9]{10}$/);
    expect(new Set(codes).size).toBe(50);
  });
});
