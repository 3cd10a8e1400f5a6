/** @jest-environment jsdom */
/** What stands between the page and the server: each banner for its condition, with its way out, and nothing lost by any. */
import { afterEach, expect, jest, test } from '@jest/globals';
import { enableAutoUnmount } from '@vue/test-utils';
import { example } from '../testing/examples.ts';
import { openPage, type StandIn } from '../testing/page.ts';

enableAutoUnmount(afterEach);
jest.unstable_mockModule('vue-router', () => ({ useRouter: () => ({ push: () => undefined }) }));

async function bannersOf(as: Partial<StandIn> = {}) {
  const page = await openPage(example('circuits/01-switched-load'), as);
  const { default: KeepingBanners } = await import('./KeepingBanners.vue');
  const banners = page.show(KeepingBanners);
  const { project } = page;
  const rename = (name: string) => project.edit('name', (now) => ({ ...now, name }));
  async function until(holds: () => boolean): Promise<void> {
    const due = Date.now() + 20_000;
    while (!holds()) {
      if (Date.now() > due) throw new Error(`It did not come: ${JSON.stringify(project.saving)}`);
      await new Promise((resolve) => setTimeout(resolve, 10));
    }
    await page.settled();
  }
  const press = (words: string) =>
    banners
      .findAll('button')
      .find((button) => button.text() === words)!
      .trigger('click');
  return { ...page, banners, rename, until, press };
}

test('while all is kept there is no banner, and an edit is on the server without one', async () => {
  const { banners, rename, until, project, server } = await bannersOf();
  expect(banners.find('.banner').exists()).toBe(false);
  rename('kept at once');
  await until(() => server.document.name === 'kept at once' && project.saving.kind === 'saved');
  expect(banners.find('.banner').exists()).toBe(false);
});

test('a server that does not answer loses nothing: it is said, kept here, and sent when it is back', async () => {
  const { banners, rename, until, project, server } = await bannersOf();
  server.there = false;
  rename('typed in a tunnel');
  await until(() => project.saving.kind === 'offline');
  expect(banners.find('.banner[role=alert]').text()).toContain('kept in this browser');
  expect(server.document.name).not.toBe('typed in a tunnel');
  expect(JSON.stringify({ ...localStorage })).toContain('typed in a tunnel');
  server.there = true;
  await until(() => project.saving.kind === 'saved');
  expect(server.document.name).toBe('typed in a tunnel');
  expect(banners.find('.banner').exists()).toBe(false);
});

test('what the server does not take is named by its field, and one undo ends it', async () => {
  const { banners, rename, until, project, server } = await bannersOf();
  const before = project.design!.name;
  server.refuses = { status: 400, code: 'bad-document', message: 'is not a name', path: 'name' };
  rename('refused');
  await until(() => project.saving.kind === 'refused');
  expect(banners.find('.banner').text()).toContain('The server does not take this. name: is not a name');
  expect(project.design!.name).toBe('refused');
  server.refuses = null;
  await banners
    .findAll('button')
    .find((button) => button.text() === 'Undo the last edit')!
    .trigger('click');
  expect(banners.emitted('undo')).toHaveLength(1);
  project.undo();
  await until(() => project.saving.kind === 'saved');
  expect(project.design!.name).toBe(before);
  expect(banners.find('.banner').exists()).toBe(false);
});

test.each([
  ['Keep mine', 'mine', 'mine'],
  ['Take theirs', 'theirs', 'theirs'],
])('two who changed the same: “%s” leaves %s on the page and on the server', async (button, shown, kept) => {
  const { banners, rename, until, press, project, server } = await bannersOf();
  // Somebody else saved meanwhile.
  server.document = { ...server.document, name: 'theirs' };
  server.revision = 7;
  rename('mine');
  await until(() => project.saving.kind === 'conflict');
  expect(banners.find('.banner').text()).toContain('Nothing of yours is lost.');
  await press(button);
  await until(() => project.saving.kind === 'saved');
  expect(project.design!.name).toBe(shown);
  expect(server.document.name).toBe(kept);
  // Theirs is one undo away from mine.
  if (shown === 'theirs') {
    project.undo();
    expect(project.design!.name).toBe('mine');
  }
});

test('a project that was deleted elsewhere stays on the page, with two ways to keep it', async () => {
  const { banners, rename, until, press, project, server } = await bannersOf();
  server.refuses = { status: 404, code: 'no-project', message: 'There is no such project.', path: '' };
  rename('mine still');
  await until(() => project.saving.kind === 'gone');
  expect(banners.findAll('.banner button').map((one) => one.text())).toEqual(['Save it as a new project', 'Bring it back from the bin']);
  server.refuses = null;
  await press('Bring it back from the bin');
  await until(() => project.saving.kind === 'saved');
  expect(server.document.name).toBe('mine still');
});

test('a page that only looked is told of a newer revision, and shows it when it is asked to', async () => {
  const { banners, until, press, project, server } = await bannersOf();
  server.document = { ...server.document, name: 'newer' };
  server.revision = 5;
  await project.look();
  await until(() => project.newer !== null);
  expect(banners.find('.banner').text()).toContain('Revision 5 was saved elsewhere');
  expect(project.design!.name).not.toBe('newer');
  await press('Show it');
  await until(() => project.design!.name === 'newer');
  expect(banners.find('.banner').exists()).toBe(false);
});
