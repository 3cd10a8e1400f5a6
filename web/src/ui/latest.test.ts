import { describe, expect, test } from '@jest/globals';
import { latest } from './latest.ts';

/** Questions whose answers come when told. */
function slow() {
  const waiting: { give: (value: string) => void; fail: (message: string) => void }[] = [];
  const ask = () => new Promise<string>((give, fail) => waiting.push({ give, fail: (message) => fail(new Error(message)) }));
  return { ask, waiting };
}

describe('what is read from the server over and over', () => {
  test('an older answer that comes late does not take back the newer one', async () => {
    const { ask, waiting } = slow();
    const { state, refresh } = latest(ask);
    expect(state.value).toEqual({ kind: 'loading' });
    const older = refresh();
    const newer = refresh();
    waiting[1]!.give('with what was added');
    await newer;
    waiting[0]!.give('as it was before');
    await older;
    expect(state.value).toEqual({ kind: 'ready', value: 'with what was added' });
  });
  test('a failure is said, and a later answer replaces it', async () => {
    const { ask, waiting } = slow();
    const { state, refresh } = latest(ask);
    const first = refresh();
    waiting[0]!.fail('the server is gone');
    await first;
    expect(state.value).toEqual({ kind: 'failed', message: 'the server is gone' });
    const second = refresh();
    waiting[1]!.give('back');
    await second;
    expect(state.value).toEqual({ kind: 'ready', value: 'back' });
  });
});
