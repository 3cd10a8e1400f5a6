/** Served beyond its machine: several people, each with a browser of their own, and a phone. */
import { expect, test, type Browser, type Page } from '@playwright/test';
import { choose } from './support.ts';
import { execFileSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { dataFolder, group, startIn } from './started.ts';

const data = dataFolder();
test.afterAll(() => rmSync(data, { recursive: true, force: true }));

/** As a phone reaches it: by an address of the machine, over which a browser has fewer means than over its own name. */
const own = Object.values(networkInterfaces())
  .flatMap((list) => list ?? [])
  .find(({ family, internal }) => family === 'IPv4' && !internal)?.address;
const PASSWORD = 'a lamp that never blinks';

async function profile(browser: Browser, base: string, viewport = { width: 1280, height: 800 }): Promise<Page> {
  const context = await browser.newContext({ baseURL: base, viewport, serviceWorkers: 'block', ignoreHTTPSErrors: true });
  const page = await context.newPage();
  await page.goto('/');
  return page;
}
async function signIn(page: Page, name: string): Promise<void> {
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible();
}

test('the first visitor makes the house, lets somebody in, shares one project, and a phone ticks it; none sees more than theirs', async ({
  browser,
}) => {
  test.setTimeout(300_000);
  const started = startIn(data, { HOST: '0.0.0.0' });
  const { port } = new URL(await started.address());
  const base = `http://${own ?? '127.0.0.1'}:${port}`;
  await expect.poll(() => started.output()).toMatch(/with this code: [A-Z0-9]{10}/);
  const code = /with this code: ([A-Z0-9]{10})/.exec(started.output())![1]!;

  const house = await profile(browser, base);
  await house.getByLabel('Code that the start printed').fill('NOTTHECODE');
  await house.getByLabel('Name').fill('Mara');
  await house.getByLabel('Password').fill(PASSWORD);
  await house.getByRole('button', { name: 'Make the account' }).click();
  await expect(house.getByRole('alert')).toContainText('not the code that the start printed');
  await house.getByLabel('Code that the start printed').fill(code.toLowerCase());
  await house.getByRole('button', { name: 'Make the account' }).click();
  await expect(house.locator('.card')).toHaveCount(3);
  await house.getByRole('link', { name: 'Mara' }).click();
  await house.getByLabel('Name').fill('Jon');
  await house.getByLabel('First password').fill(PASSWORD);
  await house.getByRole('button', { name: 'Let somebody in' }).click();
  await expect(house.getByRole('status')).toContainText('Jon may sign in now');

  const jon = await profile(browser, base);
  await signIn(jon, 'jon');
  await expect(jon.getByRole('heading', { name: 'No project yet' })).toBeVisible();

  await house.getByRole('link', { name: 'all projects' }).click();
  await house.getByRole('button', { name: /^Owl Box/ }).click();
  await house.getByRole('button', { name: 'Share' }).click();
  const share = house.getByRole('dialog').filter({ hasText: 'Who may do what' });
  await choose(share.getByLabel('What Jon may do'), 'reader');
  await expect(share.getByRole('cell', { name: 'Jon: reader' })).toBeVisible();

  await jon.reload();
  await expect(jon.locator('.card')).toHaveCount(1);
  await jon.getByRole('button', { name: /^Owl Box/ }).click();
  await expect(jon.getByRole('button', { name: 'Share' })).toHaveCount(0);
  await jon.getByRole('button', { name: /dew strips, \d ×/ }).click();
  await jon.getByLabel('How many').fill('5');
  await expect(jon.getByText('You may look at this project, not change it')).toBeVisible();

  await share.getByRole('button', { name: 'Make a link' }).click();
  await expect(share.getByRole('img', { name: 'The link as a QR code' })).toBeVisible();
  const link = (await share.locator('.code p').innerText()).trim();
  const phone = await profile(browser, base, { width: 390, height: 844 });
  await phone.goto(link);
  await expect(phone).toHaveURL(/\/build\?view=work/);
  const step = phone.getByRole('checkbox').first();
  await step.check();
  await expect(phone.getByText('kept here until the server answers')).toHaveCount(0);
  // What no phone may see.
  for (const path of ['/api/projects', '/api/parts', '/api/audit']) expect((await phone.request.get(base + path)).status()).toBe(403);
  // The link was for one phone.
  const other = await profile(browser, base, { width: 390, height: 844 });
  await other.goto(link);
  await expect(other.getByRole('alert')).toContainText('used already');

  await house.reload();
  await house.getByRole('button', { name: 'Share' }).click();
  await expect(share.getByRole('cell', { name: 'link used' })).toBeVisible();
  const project = /projects\/([^/]+)/.exec(house.url())![1]!;
  const { records } = (await (await house.request.get(`${base}/api/projects/${project}/records`)).json()) as {
    records: { kind: string }[];
  };
  expect(records.map(({ kind }) => kind)).toEqual(['tick']);

  // Signed out, nothing is left on the screen or behind it.
  await jon.goto('/people');
  await jon.getByRole('button', { name: 'Sign out' }).click();
  await expect(jon.getByRole('button', { name: 'Sign in' })).toBeVisible();
  expect((await jon.request.get(`${base}/api/projects`)).status()).toBe(401);
  group(started.child, 'SIGINT');
  await started.gone;
});

test('over https by a key and a certificate; half of a pair, and a host that is none, are one sentence', async ({ browser }) => {
  test.setTimeout(300_000);
  const [key, cert] = [join(data, 'key.pem'), join(data, 'cert.pem')];
  execFileSync(
    'openssl',
    ['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '2', '-subj', '/CN=localhost', '-keyout', key, '-out', cert],
    {
      stdio: 'ignore',
    },
  );
  const refused = async (env: Record<string, string>) => {
    const started = startIn(data, env);
    expect(await started.gone).toBe(1);
    expect(started.output()).not.toMatch(/\bat .*\.mjs:\d+/);
    return started.output();
  };
  expect(await refused({ HOST: '0.0.0.0', TLS_KEY: key })).toContain('TLS_KEY and TLS_CERT go together');
  expect(await refused({ HOST: '0.0.0.0', TLS_KEY: key, TLS_CERT: join(data, 'none.pem') })).toContain(
    'TLS_KEY and TLS_CERT cannot be used',
  );
  expect(await refused({ HOST: '203.0.113.9' })).toContain('HOST is "203.0.113.9", which is no address of this machine');

  const started = startIn(data, { HOST: '0.0.0.0', TLS_KEY: key, TLS_CERT: cert });
  const base = await started.address();
  expect(base).toMatch(/^https:/);
  const page = await profile(browser, base);
  await signIn(page, 'Mara');
  const [cookie] = await page.context().cookies();
  expect(cookie).toMatchObject({ httpOnly: true, secure: true, sameSite: 'Strict' });
  group(started.child, 'SIGINT');
  await started.gone;
});
