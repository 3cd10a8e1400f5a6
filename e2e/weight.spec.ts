/** What comes over the wire before a page stands, with nothing kept from before: on a slow line in a yard it is time. */
import { expect, test, type Page } from '@playwright/test';
import { freshOwlBox } from './support.ts';

/** Kilobytes that a visit takes, heads and all; what a worker runs the page itself counts. */
async function weigh(page: Page, path: string, isThere: () => Promise<unknown>): Promise<number> {
  const sizes: Promise<{ responseBodySize: number; responseHeadersSize: number }>[] = [];
  const isWorker = /\.worker-/;
  page.context().on('requestfinished', (request) => {
    if (!isWorker.test(request.url())) sizes.push(request.sizes());
  });
  await page.goto(path);
  await isThere();
  await page.waitForLoadState('networkidle');
  const byWorkers = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.includes('.worker-'))
      .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).transferSize, 0),
  );
  const byPage = (await Promise.all(sizes)).reduce((sum, { responseBodySize: body, responseHeadersSize: head }) => sum + body + head, 0);
  return (byPage + byWorkers) / 1000;
}

test('the first page takes at most 350 kB', async ({ page }) => {
  const weight = await weigh(page, '/', () => page.locator('.card').first().waitFor());
  console.log(`first page: ${weight.toFixed(0)} kB`);
  expect(weight).toBeLessThan(350);
  // Less would be a page that was not counted.
  expect(weight).toBeGreaterThan(50);
});

test('the design page, on which a circuit was checked and drawn, takes at most 750 kB', async ({ page, request }) => {
  const project = await freshOwlBox(request, 'Weighed');
  const weight = await weigh(page, `/projects/${project}/design/dew`, () => page.locator('.symbol').first().waitFor());
  console.log(`design page: ${weight.toFixed(0)} kB`);
  expect(weight).toBeLessThan(750);
  expect(weight).toBeGreaterThan(300);
});

test('code goes out as the build packed it, and whole to who cannot unpack it', async ({ page, request }) => {
  const asked = page.waitForRequest(/\/assets\/index-[^/]*\.js$/);
  await page.goto('/');
  const url = (await asked).url();
  const lengthFor = async (encoding: string) => {
    const answer = await request.get(url, { headers: { 'Accept-Encoding': encoding } });
    expect(answer.status()).toBe(200);
    expect(answer.headers()['cache-control']).toContain('immutable');
    expect(answer.headers()['content-type']).toContain('javascript');
    return { encoding: answer.headers()['content-encoding'], length: Number(answer.headers()['content-length']) };
  };
  const [packed, whole] = [await lengthFor('gzip, deflate, br'), await lengthFor('identity')];
  expect(packed.encoding).toBe('br');
  expect(whole.encoding).toBeUndefined();
  expect(packed.length).toBeGreaterThan(1000);
  expect(packed.length).toBeLessThan(whole.length / 2);
  expect((await request.get(url.replace('index-', 'none-'))).status()).toBe(404);
});
