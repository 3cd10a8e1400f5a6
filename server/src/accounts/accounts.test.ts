/**
 * Who gets in, and how far: every route against everybody who may ask, sign-in against guessing, sessions against replay and
 * fixation. Cases after the OWASP Application Security Verification Standard 4.0, chapters V2 to V4 (from memory).
 */
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { Express } from 'express';
import request from 'supertest';
import type { DataSource } from 'typeorm';
import owlBox from '../../../examples/demo/owl-box.json' with { type: 'json' };
import { OWN_RELAY } from '../../../core/src/testing/own-relay.ts';
import { createApp } from '../app.ts';
import { openDatabase } from '../database.ts';
import { NEEDS } from './permit.ts';
import { hashed, matches } from './passwords.ts';

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set: run npm test, which starts a database for the tests');
// Beside the other tests' tables, not among them: one test of theirs empties all projects.
const ours = new URL(url);
ours.pathname = '/accounts_test';

const FIRST_CODE = 'FIRSTCODE7';
const PASSWORD = 'a long enough one';
let source: DataSource;
let app: Express;

const fresh = () =>
  createApp({
    source,
    webRoot: null,
    log: jest.fn<(line: string) => void>(),
    accounts: { isSecure: false, firstCode: FIRST_CODE },
    proxies: 1,
  });

/** A browser: its cookie, and the number that its requests carry. Each has an address of its own. */
class Browser {
  cookie = '';
  csrf = '';
  private static count = 0;
  readonly address = `10.0.0.${++Browser.count}`;
  constructor(private readonly on: Express = app) {}
  async ask(method: string, path: string, body?: object, headers: Record<string, string> = {}): Promise<request.Response> {
    const on = request(this.on);
    const verbs = { GET: on.get, POST: on.post, PUT: on.put, PATCH: on.patch, DELETE: on.delete } as const;
    const asked = verbs[method as keyof typeof verbs].call(on, `/api${path}`).set({ 'X-Forwarded-For': this.address, ...headers });
    if (this.cookie) void asked.set('Cookie', this.cookie);
    if (this.csrf && !('x-csrf-token' in headers)) void asked.set('X-CSRF-Token', this.csrf);
    const answer = await (body === undefined ? asked : asked.send(body));
    const set = answer.headers['set-cookie'] as unknown as string[] | undefined;
    if (set) this.cookie = set[0]!.split(';')[0]!;
    return answer;
  }
  async session() {
    const { body } = await this.ask('GET', '/session');
    this.csrf = (body as { csrf: string }).csrf;
    return body as { isFirst: boolean; who: { kind: string; id?: string; name?: string } | null; csrf: string };
  }
  async signIn(name: string, password = PASSWORD): Promise<this> {
    expect((await this.ask('POST', '/session', { name, password })).status).toBe(204);
    await this.session();
    return this;
  }
}
const nobody = () => new Browser();
let house: Browser;
const idOf = async (browser: Browser) => (await browser.session()).who!.id!;

beforeAll(async () => {
  const plain = await openDatabase(url);
  await plain.query('DROP DATABASE IF EXISTS accounts_test');
  await plain.query('CREATE DATABASE accounts_test');
  await plain.destroy();
  source = await openDatabase(ours.href);
  app = fresh();
});
afterAll(() => source.destroy());

describe('the first account', () => {
  test('takes the code that the start printed, is made once, and of two at once one is', async () => {
    const browser = nobody();
    expect((await browser.session()).isFirst).toBe(true);
    const wrong = await browser.ask('POST', '/session/first', { code: 'WRONGCODE7', name: 'owner', password: PASSWORD });
    expect([wrong.status, (wrong.body as { code: string }).code]).toEqual([403, 'wrong-code']);
    const short = await browser.ask('POST', '/session/first', { code: FIRST_CODE, name: 'owner', password: 'short' });
    expect([short.status, (short.body as { path: string }).path]).toEqual([400, 'password']);
    const both = [browser, nobody()];
    const answers = await Promise.all(
      both.map((one, at) => one.ask('POST', '/session/first', { code: FIRST_CODE, name: `owner ${at}`, password: PASSWORD })),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
    house = both[answers.findIndex(({ status }) => status === 201)]!;
    expect(await house.session()).toMatchObject({ isFirst: false, who: { kind: 'account', isOwner: true } });
    for (const name of ['ada', 'ben', 'cleo'])
      expect((await house.ask('POST', '/accounts', { name, password: PASSWORD })).status).toBe(201);
    expect((await house.ask('POST', '/accounts', { name: 'ADA', password: PASSWORD })).status).toBe(409);
  });
  test('what was there before accounts belongs to the house, and to nobody else', async () => {
    await source.query(`INSERT INTO project (name, document) VALUES ('Before', $1)`, [JSON.stringify(owlBox)]);
    const names = async (browser: Browser) =>
      ((await browser.ask('GET', '/projects')).body as { projects: { name: string }[] }).projects.map(({ name }) => name);
    expect(await names(house)).toEqual(['Before']);
    expect(await names(await nobody().signIn('ada'))).toEqual([]);
  });
});

describe('every route', () => {
  let project = '';
  let people: Record<'nobody' | 'stranger' | 'reader' | 'editor' | 'owner' | 'house' | 'phone' | 'other phone', Browser>;

  beforeAll(async () => {
    const [ada, ben, cleo] = await Promise.all(['ada', 'ben', 'cleo'].map((name) => nobody().signIn(name)));
    await house.ask('POST', '/accounts', { name: 'stranger', password: PASSWORD });
    const stranger = await nobody().signIn('stranger');
    project = ((await ada!.ask('POST', '/projects', { document: owlBox })).body as { id: string }).id;
    await ada!.ask('PUT', `/projects/${project}/members/${await idOf(ben!)}`, { role: 'editor' });
    await ada!.ask('PUT', `/projects/${project}/members/${await idOf(cleo!)}`, { role: 'reader' });
    const phoneFor = async (of: string) => {
      const { code } = (await ada!.ask('POST', `/projects/${of}/links`)).body as { code: string };
      const phone = nobody();
      expect((await phone.ask('POST', '/session/link', { code })).status).toBe(200);
      await phone.session();
      return phone;
    };
    const elsewhere = ((await ada!.ask('POST', '/projects', { document: owlBox })).body as { id: string }).id;
    people = {
      nobody: nobody(),
      stranger,
      reader: cleo!,
      editor: ben!,
      owner: ada!,
      house,
      phone: await phoneFor(project),
      'other phone': await phoneFor(elsewhere),
    };
  });

  /** Who gets past the door: what a route then says of an empty body is its own. */
  const LET_IN: Readonly<Record<string, readonly string[]>> = {
    reader: ['reader', 'editor', 'owner'],
    editor: ['editor', 'owner'],
    owner: ['owner'],
  };
  const EVERYBODY = ['nobody', 'stranger', 'reader', 'editor', 'owner', 'house', 'phone', 'other phone'] as const;
  const NAMED = ['stranger', 'reader', 'editor', 'owner', 'house'];

  test.each(NEEDS.filter(([method, path]) => !(method === 'DELETE' && path === '/session')))(
    '%s %s lets in whom it should, and nobody else',
    async (method, path, need) => {
      for (const who of EVERYBODY) {
        const isIn =
          need.kind === 'anyone' ||
          (need.kind === 'account' && NAMED.includes(who)) ||
          (need.kind === 'house-owner' && who === 'house') ||
          (need.kind === 'project' && (LET_IN[need.role]!.includes(who) || (need.phone && who === 'phone')));
        // The owner's own turn at a route that takes the project away comes with an id that nobody has.
        const takes = (method === 'DELETE' && /:id$/.test(path)) || /members|restore|links|duplicate|password/.test(path);
        if (isIn && (takes || need.kind === 'anyone')) continue;
        const real = path.replace(':id', project).replace(':revision', '1').replace(':account', randomUUID()).replace(':part', 'none');
        const { status, body } = await people[who].ask(method, real, method === 'GET' ? undefined : {});
        const { code } = (body ?? {}) as { code?: string };
        const turnedAway = ['signed-out', 'not-allowed', 'no-project'].includes(code ?? '');
        expect([who, isIn, `${status} ${code ?? ''}`]).toEqual([who, !turnedAway, `${status} ${code ?? ''}`]);
        if (who === 'nobody') expect(status).toBe(401);
        // Whether there is such a project is not a stranger's to know.
        if (!isIn && need.kind === 'project' && ['stranger', 'house', 'other phone'].includes(who))
          expect([who, status]).toEqual([who, 404]);
      }
    },
  );

  test('the list says who was meant: a second hand wrote it', () => {
    const meant = `
      anyone       GET /health · GET /session · POST /session · POST /session/first · POST /session/link · DELETE /session
      account      PUT /session/password · GET /projects · POST /projects · GET /bin · POST /book
      account      GET /parts · POST /parts · POST /parts/import · PUT /parts/:part · DELETE /parts/:part
      house-owner  GET /accounts · POST /accounts · DELETE /accounts/:account · GET /audit
      reader+phone GET /projects/:id · GET /projects/:id/head · GET /projects/:id/records
      reader       GET /projects/:id/card · POST /projects/:id/duplicate · GET /projects/:id/revisions · GET /projects/:id/revisions/:revision
      editor+phone POST /projects/:id/records
      editor       PUT /projects/:id · PATCH /projects/:id · POST /projects/:id/links · DELETE /projects/:id/links
      owner        DELETE /projects/:id · POST /projects/:id/restore · DELETE /bin/:id · GET /projects/:id/audit
      owner        GET /projects/:id/members · PUT /projects/:id/members/:account · DELETE /projects/:id/members/:account`;
    const rows = meant
      .trim()
      .split('\n')
      .flatMap((line) => {
        const [who, ...routes] = line.trim().split(/\s+(.*)/);
        return routes[0]!.split(' · ').map((route) => `${who}: ${route}`);
      });
    const listed = NEEDS.map(
      ([method, path, need]) => `${need.kind === 'project' ? `${need.role}${need.phone ? '+phone' : ''}` : need.kind}: ${method} ${path}`,
    );
    expect(listed.sort()).toEqual(rows.sort());
  });

  test('no route but that of health stands outside a router, where the door could not be seen, and none is listed twice', () => {
    interface Layer {
      route?: { path: string; methods: Record<string, boolean> };
    }
    const routers = (app as unknown as { router: { stack: Layer[] } }).router.stack;
    const own = routers.flatMap(({ route }) =>
      route ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`) : [],
    );
    expect(own).toEqual(['GET /api/health']);
    expect(NEEDS.length).toBe(new Set(NEEDS.map(([method, path]) => `${method} ${path}`)).size);
  });

  test('what a reader and an owner may, they can: a copy of one’s own, into the bin and out of it', async () => {
    const copy = (await people.reader.ask('POST', `/projects/${project}/duplicate`)).body as { id: string; role: string };
    expect(copy.role).toBe('owner');
    expect((await people.owner.ask('GET', `/projects/${copy.id}`)).status).toBe(404);
    // Shared or not: who may only look cannot bring it back, and has it in no bin.
    await people.reader.ask('PUT', `/projects/${copy.id}/members/${await idOf(people.editor)}`, { role: 'editor' });
    expect((await people.reader.ask('DELETE', `/projects/${copy.id}`)).status).toBe(204);
    const inBin = async (who: Browser) =>
      ((await who.ask('GET', '/bin')).body as { projects: { id: string }[] }).projects.map(({ id }) => id);
    expect(await inBin(people.reader)).toEqual([copy.id]);
    expect(await inBin(people.owner)).toEqual([]);
    expect(await inBin(people.editor)).toEqual([]);
    expect((await people.owner.ask('POST', `/projects/${copy.id}/restore`)).status).toBe(404);
    expect((await people.reader.ask('POST', `/projects/${copy.id}/restore`)).status).toBe(200);
    await people.reader.ask('DELETE', `/projects/${copy.id}`);
    expect((await people.owner.ask('DELETE', `/bin/${copy.id}`)).status).toBe(404);
    expect((await people.reader.ask('DELETE', `/bin/${copy.id}`)).status).toBe(204);
  });

  test('own parts are the house’s; in whose projects they are used is told to whom those belong', async () => {
    const { owner, stranger } = people;
    const used = {
      ...owlBox,
      parts: [OWN_RELAY],
      jobs: owlBox.jobs.map((job, at) => (at === 0 ? { ...job, device: { ...job.device, part: OWN_RELAY.id } } : job)),
    };
    await owner.ask('POST', '/parts', { part: OWN_RELAY });
    const made = await owner.ask('POST', '/projects', { document: { ...used, name: 'With its own relay' } });
    expect(made.status).toBe(201);
    const usedIn = async (who: Browser) =>
      ((await who.ask('GET', '/parts')).body as { parts: { usedIn: { name: string }[] }[] }).parts[0]!.usedIn.map((use) => use);
    expect(await usedIn(owner)).toEqual([{ id: (made.body as { id: string }).id, name: 'With its own relay' }]);
    expect(await usedIn(stranger)).toEqual([]);
    const kept = await stranger.ask('DELETE', `/parts/${OWN_RELAY.id}`);
    expect([kept.status, (kept.body as { message: string }).message]).toEqual([
      409,
      'It is used in 1 project of others: change those jobs first.',
    ]);
  });

  test('what stands in no list is refused to the owner as well', async () => {
    for (const [method, path] of [
      ['GET', '/nothing'],
      ['POST', '/bin'],
      ['PUT', '/health'],
      ['GET', `/projects/${project}/nothing`],
      ['GET', `//projects/${project}`],
    ] as const)
      expect([path, (await house.ask(method, path, method === 'GET' ? undefined : {})).status]).toEqual([path, 404]);
  });

  test('an id of somebody else’s project is worth nothing, however it is written, nor is one that is made again', async () => {
    const { stranger } = people;
    for (const id of [
      project,
      project.toUpperCase(),
      encodeURIComponent(project),
      `%${project.charCodeAt(0).toString(16)}${project.slice(1)}`,
      `${project}/`,
    ])
      expect((await stranger.ask('GET', `/projects/${id}`)).status).toBe(404);
    const made = await stranger.ask('POST', '/projects', { id: project, document: owlBox });
    expect([made.status, (made.body as { code: string }).code]).toEqual([409, 'exists']);
    expect(JSON.stringify(made.body)).not.toContain('document');
    expect((await people.owner.ask('POST', '/projects', { id: project, document: owlBox })).status).toBe(201);
  });

  test('lists hold what one may see, with what one may do', async () => {
    const seen = async (who: Browser) =>
      ((await who.ask('GET', '/projects')).body as { projects: { id: string; role: string }[] }).projects.find(({ id }) => id === project)
        ?.role;
    expect([
      await seen(people.owner),
      await seen(people.editor),
      await seen(people.reader),
      await seen(people.stranger),
      await seen(people.house),
    ]).toEqual(['owner', 'editor', 'reader', undefined, undefined]);
  });

  test('a phone ticks and logs readings, and adds nothing else', async () => {
    const { phone } = people;
    const header = { id: randomUUID(), at: 1 };
    const tick = { ...header, kind: 'tick', step: 'a', words: 'cut', done: true, initials: '' };
    const fresh = { ...header, id: randomUUID(), kind: 'fresh-start', job: 'dew', note: '' };
    expect((await phone.ask('POST', `/projects/${project}/records`, { records: [tick] })).status).toBe(201);
    expect((await phone.ask('POST', `/projects/${project}/records`, { records: [fresh] })).status).toBe(403);
    expect((await phone.ask('PATCH', `/projects/${project}`, { revision: 1, patches: [{ path: ['notes'], value: 'x' }] })).status).toBe(
      403,
    );
    const [row] = (await source.query(`SELECT added_by FROM record WHERE id = $1`, [header.id])) as { added_by: string }[];
    expect(row!.added_by).toBe('phone of ada');
  });

  test('who saved what is told', async () => {
    const url_ = `/projects/${project}`;
    await people.editor.ask('PUT', url_, { revision: 1, document: { ...owlBox, notes: 'by ben' } });
    await people.owner.ask('PUT', url_, { revision: 2, document: { ...owlBox, notes: 'by ada' } });
    const { revisions } = (await people.reader.ask('GET', `${url_}/revisions`)).body as { revisions: { by: string | null }[] };
    expect(revisions.map(({ by }) => by)).toEqual(['ben', null]);
    const { entries } = (await people.owner.ask('GET', `${url_}/audit`)).body as {
      entries: { who: string; what: string; detail: string }[];
    };
    expect(entries.map(({ who, what }) => `${who}: ${what}`)).toEqual(
      expect.arrayContaining(['ada: project made', 'ada: member set', 'ada: link made', 'phone of ada: link used']),
    );
  });

  test('a project keeps an owner, and whoever is taken off it sees it no more', async () => {
    const { owner, reader } = people;
    const last = await owner.ask('DELETE', `/projects/${project}/members/${await idOf(owner)}`);
    expect([last.status, (last.body as { code: string }).code]).toEqual([409, 'last-owner']);
    expect((await owner.ask('PUT', `/projects/${project}/members/${await idOf(owner)}`, { role: 'reader' })).status).toBe(409);
    expect((await reader.ask('GET', `/projects/${project}`)).status).toBe(200);
    await owner.ask('DELETE', `/projects/${project}/members/${await idOf(reader)}`);
    expect((await reader.ask('GET', `/projects/${project}`)).status).toBe(404);
  });

  test('links are over at a press, and their sessions with them', async () => {
    const { owner, phone } = people;
    expect((await phone.ask('GET', `/projects/${project}`)).status).toBe(200);
    await owner.ask('DELETE', `/projects/${project}/links`);
    expect((await phone.ask('GET', `/projects/${project}`)).status).toBe(401);
  });

  test('an account that is removed is out at once; the owner of the house stays', async () => {
    const { stranger } = people;
    expect((await house.ask('DELETE', `/accounts/${await idOf(house)}`)).status).toBe(409);
    await house.ask('DELETE', `/accounts/${await idOf(stranger)}`);
    expect((await stranger.ask('GET', '/projects')).status).toBe(401);
  });
});

describe('a session', () => {
  test('what changes something needs the number of the session, and another session’s will not do', async () => {
    const [ada, ben] = [await nobody().signIn('ada'), await nobody().signIn('ben')];
    for (const csrf of ['', 'x', ben.csrf]) {
      const { status, body } = await ada.ask('POST', '/projects', { document: owlBox }, { 'x-csrf-token': csrf });
      expect([status, (body as { code: string }).code]).toEqual([403, 'no-csrf']);
    }
    const from = await ada.ask('POST', '/projects', { document: owlBox }, { Origin: 'http://elsewhere.example' });
    expect([from.status, (from.body as { code: string }).code]).toEqual([403, 'other-origin']);
  });
  test('what was planted in the browser before signing in is worth nothing after it, nor is the session before', async () => {
    const browser = nobody();
    browser.cookie = 'iron_nudge=planted';
    await browser.signIn('ada');
    expect(browser.cookie).not.toContain('planted');
    const before = browser.cookie;
    await browser.signIn('ada');
    const thief = nobody();
    thief.cookie = before;
    expect((await thief.ask('GET', '/projects')).status).toBe(401);
  });
  test('signed out, it is over: its cookie replayed is nobody’s', async () => {
    const browser = await nobody().signIn('ada');
    const { cookie } = browser;
    await browser.ask('DELETE', '/session');
    const thief = nobody();
    thief.cookie = cookie;
    expect((await thief.ask('GET', '/projects')).status).toBe(401);
  });
  test('an old one is over, and a new password ends all others', async () => {
    const [one, other] = [await nobody().signIn('cleo'), await nobody().signIn('cleo')];
    expect((await one.ask('PUT', '/session/password', { old: 'wrong', fresh: 'another long one' })).status).toBe(403);
    expect((await one.ask('PUT', '/session/password', { old: PASSWORD, fresh: 'another long one' })).status).toBe(204);
    expect([(await one.ask('GET', '/projects')).status, (await other.ask('GET', '/projects')).status]).toEqual([200, 401]);
    await source.query(`UPDATE session SET expires_at = now() - interval '1 second' WHERE account = $1`, [await idOf(one)]);
    expect((await one.ask('GET', '/projects')).status).toBe(401);
  });
  test('the cookie is out of reach of scripts and other sites, and goes over https alone where that is served', async () => {
    const cookieOf = async (isSecure: boolean) => {
      const on = createApp({ source, webRoot: null, log: () => undefined, accounts: { isSecure, firstCode: FIRST_CODE } });
      const answer = await new Browser(on).ask('POST', '/session', { name: 'ada', password: PASSWORD });
      return (answer.headers['set-cookie'] as unknown as string[])[0]!;
    };
    expect(await cookieOf(false)).toMatch(/; HttpOnly; SameSite=Strict$/);
    expect(await cookieOf(true)).toMatch(/; HttpOnly; Secure; SameSite=Strict$/);
  });
  test('neither its secret nor a password is kept as it is', async () => {
    const browser = await nobody().signIn('ada');
    const kept = JSON.stringify(await source.query('SELECT * FROM session, account'));
    expect(kept).not.toContain(browser.cookie.split('=')[1]);
    expect(kept).not.toContain(PASSWORD);
  });
});

describe('guessing', () => {
  const guess = (browser: Browser, name: string, password: string) => browser.ask('POST', '/session', { name, password });
  test('after five wrong answers from one address the sixth is not looked at, also when it is right; another address is', async () => {
    const on = fresh();
    const thief = new Browser(on);
    const answers = [];
    for (let at = 0; at < 5; at++) answers.push((await guess(thief, 'ben', `wrong ${at}`)).status);
    expect(answers).toEqual([403, 403, 403, 403, 403]);
    const right = await guess(thief, 'ben', PASSWORD);
    expect([right.status, (right.body as { message: string }).message]).toEqual([429, expect.stringContaining('15 minutes')]);
    expect((await guess(new Browser(on), 'ben', PASSWORD)).status).toBe(204);
  });
  test('a hundred at once are a hundred', async () => {
    const thief = new Browser(fresh());
    const statuses = (await Promise.all(Array.from({ length: 20 }, (_, at) => guess(thief, 'ben', `wrong ${at}`)))).map(
      ({ status }) => status,
    );
    expect(statuses.filter((status) => status === 403).length).toBe(5);
  });
  test('a right answer in between is forgiven', async () => {
    const on = new Browser(fresh());
    for (let round = 0; round < 3; round++) {
      for (let at = 0; at < 4; at++) expect((await guess(on, 'ben', 'wrong')).status).toBe(403);
      expect((await guess(on, 'ben', PASSWORD)).status).toBe(204);
    }
  });
  test('an account that is not there answers as one that is', async () => {
    const browser = new Browser(fresh());
    const [there, not] = [await guess(browser, 'ben', 'wrong'), await guess(browser, 'nobody at all', 'wrong')];
    expect(not.body).toEqual(there.body);
  });
  test('a link is used once, and not after its day', async () => {
    const ada = await nobody().signIn('ada');
    const { id } = (await ada.ask('POST', '/projects', { document: owlBox })).body as { id: string };
    const link = async () => ((await ada.ask('POST', `/projects/${id}/links`)).body as { code: string }).code;
    const once = await link();
    const both = await Promise.all([nobody(), nobody()].map((phone) => phone.ask('POST', '/session/link', { code: once })));
    expect(both.map(({ status }) => status).sort()).toEqual([200, 403]);
    const late = await link();
    await source.query(`UPDATE link SET expires_at = now() - interval '1 second' WHERE used_at IS NULL`);
    expect((await nobody().ask('POST', '/session/link', { code: late })).status).toBe(403);
  });
});

test('a password is right or wrong, whichever way its letters are composed, and two of the same are kept differently', async () => {
  const kept = await hashed('Grüße 12345');
  expect(await matches('Gru\u0308ße 12345', kept)).toBe(true);
  expect(await matches('Grüsse 12345', kept)).toBe(false);
  expect(await matches('', null)).toBe(false);
  expect(await hashed('Grüße 12345')).not.toBe(kept);
});
