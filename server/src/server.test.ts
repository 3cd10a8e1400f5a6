import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, jest, test } from '@jest/globals';
import type { Express } from 'express';
import request from 'supertest';
import { FORMAT_VERSION, type OwnBox, beginPart, ofOwnBox } from '@iron-nudge/core';
import type { DataSource } from 'typeorm';
import { createApp } from './app.ts';
import { openDatabase, seedDemo } from './database.ts';
import { toHttpError } from './errors.ts';
import { tidy } from './housekeeping.ts';
import { OWN_RELAY } from '../../core/src/testing/own-relay.ts';
import switched from '../../examples/circuits/01-switched-load.json' with { type: 'json' };
import owlBox from '../../examples/demo/owl-box.json' with { type: 'json' };

const url = process.env.TEST_DATABASE_URL;
if (!url) throw new Error('TEST_DATABASE_URL is not set: run npm test, which starts a database for the tests');

let source: DataSource;
let app: Express;
const log = jest.fn<(line: string) => void>();

beforeAll(async () => {
  source = await openDatabase(url);
  await source.query('TRUNCATE project, seeded, part CASCADE');
  app = createApp({ source, webRoot: null, log });
});
afterAll(() => source.destroy());

const create = async () =>
  (await request(app).post('/api/projects').send({ document: owlBox }).expect(201)).body as {
    id: string;
    revision: number;
    document: typeof owlBox;
  };

describe('projects', () => {
  test('are made, listed, read, saved with a new revision, and read again', async () => {
    const { id, revision } = await create();
    expect(revision).toBe(1);
    const listed = (await request(app).get('/api/projects').expect(200)).body as { projects: { id: string; jobs: number }[] };
    expect(listed.projects.find((project) => project.id === id)).toMatchObject({
      name: owlBox.name,
      jobs: owlBox.jobs.length,
      revision: 1,
    });
    const saved = await request(app)
      .put(`/api/projects/${id}`)
      .send({ revision: 1, document: { ...owlBox, name: 'Renamed' } })
      .expect(200);
    expect(saved.body).toMatchObject({ id, revision: 2 });
    const read = await request(app).get(`/api/projects/${id}`).expect(200);
    expect(read.body).toMatchObject({ revision: 2, document: { ...owlBox, name: 'Renamed' } });
  });

  test('one that the first version of the program saved is sent brought up, and can be duplicated', async () => {
    const { id } = await create();
    const { statements: _, ...rest } = switched;
    const old = {
      ...rest,
      formatVersion: 1,
      settings: { returnPath: 'wire', headroom: 1.25, dropImportant: 0.03, dropOther: 0.1 },
      signals: switched.signals.map(({ id: signal, name, place, limitA }) => ({ id: signal, name, place, limitA, nature: 'switch' })),
      jobs: switched.jobs.map(({ otherwise: __, protection: ___, way: ____, edits: _____, ...job }) => job),
    };
    await source.query('UPDATE project SET document = $1 WHERE id = $2', [JSON.stringify(old), id]);
    const read = await request(app).get(`/api/projects/${id}`).expect(200);
    expect(read.body).toMatchObject({
      document: { formatVersion: FORMAT_VERSION, statements: [], settings: { returnPath: 'wire' } },
    });
    await request(app).post(`/api/projects/${id}/duplicate`).expect(201);
  });

  test('a save from an older revision is refused and changes nothing', async () => {
    const { id } = await create();
    await request(app)
      .put(`/api/projects/${id}`)
      .send({ revision: 1, document: { ...owlBox, name: 'First' } })
      .expect(200);
    const stale = await request(app)
      .put(`/api/projects/${id}`)
      .send({ revision: 1, document: { ...owlBox, name: 'Second' } })
      .expect(409);
    expect(stale.body).toEqual({ code: 'stale-revision', message: expect.stringContaining('revision 2'), path: 'revision' });
    expect((await request(app).get(`/api/projects/${id}`)).body).toMatchObject({ document: { name: 'First' } });
  });

  test('a change on a revision is made; on an old one it is refused, and one that makes no sense names what', async () => {
    const { id } = await create();
    const change = (revision: number, patches: unknown) => request(app).patch(`/api/projects/${id}`).send({ revision, patches });
    await change(1, [{ path: ['notes'], value: 'typed' }]).expect(200);
    expect((await request(app).get(`/api/projects/${id}`)).body).toMatchObject({ revision: 2, document: { ...owlBox, notes: 'typed' } });
    expect((await change(1, [{ path: ['notes'], value: 'late' }]).expect(409)).body).toMatchObject({ code: 'stale-revision' });
    expect((await change(2, [{ path: ['jobs', 0, 'fuse'], value: 17 }]).expect(422)).body).toMatchObject({ path: 'jobs[0].fuse' });
    expect((await change(2, [{ path: ['jobs', 99, 'fuse'], value: 10 }]).expect(422)).body).toMatchObject({ code: 'bad-change' });
    expect((await change(2, [{ path: ['__proto__', 'x'], value: 1 }]).expect(400)).body).toMatchObject({ code: 'bad-request' });
    expect((await request(app).get(`/api/projects/${id}`)).body).toMatchObject({ revision: 2 });
  });

  test('a change that overtakes the one before it waits for that one', async () => {
    const { id } = await create();
    const change = (revision: number, notes: string) =>
      request(app)
        .patch(`/api/projects/${id}`)
        .send({ revision, patches: [{ path: ['notes'], value: notes }] });
    const [second, first] = await Promise.all([
      change(2, 'second'),
      new Promise<request.Response>((resolve) => setTimeout(() => void change(1, 'first').then(resolve), 150)),
    ]);
    expect([first.body, second.body]).toMatchObject([{ revision: 2 }, { revision: 3 }]);
    expect((await request(app).get(`/api/projects/${id}`)).body).toMatchObject({ document: { notes: 'second' } });
  });

  test('of two saves at once from one revision, one wins', async () => {
    const { id } = await create();
    const answers = await Promise.all(
      ['A', 'B', 'C', 'D'].map((name) =>
        request(app)
          .put(`/api/projects/${id}`)
          .send({ revision: 1, document: { ...owlBox, name } }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 409, 409, 409]);
  });

  test('are deleted, gone, and brought back', async () => {
    const { id } = await create();
    await request(app).delete(`/api/projects/${id}`).expect(204);
    await request(app).get(`/api/projects/${id}`).expect(404);
    await request(app).put(`/api/projects/${id}`).send({ revision: 1, document: owlBox }).expect(404);
    expect((await request(app).post(`/api/projects/${id}/restore`).expect(200)).body).toMatchObject({ id, document: owlBox });
  });

  test('are duplicated under a name of their own', async () => {
    const { id } = await create();
    const copy = (await request(app).post(`/api/projects/${id}/duplicate`).expect(201)).body as { id: string; document: { name: string } };
    expect(copy.id).not.toBe(id);
    expect(copy.document.name).toBe(`${owlBox.name} (copy)`);
    // A letter of two code units is not cut in half.
    const name = `${'x'.repeat(52)}😀 and`;
    const odd = await request(app)
      .post('/api/projects')
      .send({ document: { ...owlBox, name } })
      .expect(201);
    await request(app)
      .post(`/api/projects/${(odd.body as { id: string }).id}/duplicate`)
      .expect(201);
  });
});

describe('what is wrong with a request is said in one shape', () => {
  test.each<[string, () => request.Test, number, string, string]>([
    [
      'a bad document',
      () =>
        request(app)
          .post('/api/projects')
          .send({ document: { ...owlBox, jobs: [{ ...owlBox.jobs[0], supply: 'gone' }] } }),
      422,
      'bad-document',
      'jobs[0].supply',
    ],
    ['no document', () => request(app).post('/api/projects').send({ nothing: 1 }), 400, 'bad-request', 'document'],
    ['no JSON', () => request(app).post('/api/projects').set('Content-Type', 'application/json').send('{'), 400, 'bad-json', ''],
    ['a bad id', () => request(app).get('/api/projects/17'), 404, 'no-project', 'id'],
    ['an unknown id', () => request(app).get('/api/projects/00000000-0000-4000-8000-000000000000'), 404, 'no-project', 'id'],
    ['no route', () => request(app).get('/api/nothing'), 404, 'no-route', ''],
    [
      'another site',
      () => request(app).post('/api/projects').set('Sec-Fetch-Site', 'cross-site').send({ document: owlBox }),
      403,
      'other-origin',
      '',
    ],
  ])('%s', async (_, send, status, code, path) => {
    const { body } = await send().expect(status);
    expect(body).toEqual({ code, message: expect.any(String), path });
  });

  test.each([
    ['53100', 507, 'disk-full'],
    ['57P01', 503, 'database-unavailable'],
    ['ECONNREFUSED', 503, 'database-unavailable'],
    ['53300', 503, 'database-busy'],
    ['58030', 503, 'disk-trouble'],
    ['25006', 503, 'disk-trouble'],
    ['42P01', 500, 'internal'],
  ])('database error %s is %s %s', (code, status, name) => {
    expect(toHttpError(Object.assign(new Error('x'), { code }))).toMatchObject({ status, code: name });
  });
});

describe('what was', () => {
  const save = (id: string, revision: number, name: string) =>
    request(app)
      .put(`/api/projects/${id}`)
      .send({ revision, document: { ...owlBox, name } });
  const revisionsOf = async (id: string) =>
    ((await request(app).get(`/api/projects/${id}/revisions`).expect(200)).body as { revisions: { revision: number }[] }).revisions.map(
      ({ revision }) => revision,
    );

  test('every revision that is saved over is kept, and read as it was', async () => {
    const { id } = await create();
    await save(id, 1, 'Second').expect(200);
    await save(id, 2, 'Third').expect(200);
    await save(id, 2, 'Refused').expect(409);
    expect(await revisionsOf(id)).toEqual([2, 1]);
    const { body } = await request(app).get(`/api/projects/${id}/revisions/2`).expect(200);
    expect(body).toMatchObject({ revision: 2, document: { ...owlBox, name: 'Second' } });
    for (const wrong of ['3', '0', 'x', '99999999999'])
      expect((await request(app).get(`/api/projects/${id}/revisions/${wrong}`).expect(404)).body).toMatchObject({ code: 'no-revision' });
  });

  test('they are thinned to one an hour after a day, one a day after a fortnight, one a month after a year', async () => {
    const { id } = await create();
    // Of today's and this month's beginning, UTC, so that hours, days and months do not move under the test.
    const moments: readonly (readonly [sql: string, stays: boolean])[] = [
      [`month - interval '25 months' + interval '1 day'`, false],
      [`month - interval '25 months' + interval '2 days'`, true],
      [`month - interval '24 months' + interval '2 days'`, true],
      [`day - interval '20 days' + interval '8 hours'`, false],
      [`day - interval '20 days' + interval '9 hours'`, true],
      [`day - interval '19 days' + interval '9 hours'`, true],
      [`day - interval '3 days' + interval '10 hours 10 minutes'`, false],
      [`day - interval '3 days' + interval '10 hours 50 minutes'`, true],
      [`day - interval '3 days' + interval '11 hours 10 minutes'`, true],
      [`now() AT TIME ZONE 'UTC' - interval '2 minutes'`, true],
      [`now() AT TIME ZONE 'UTC' - interval '1 minute'`, true],
    ];
    for (const [at, [sql]] of moments.entries())
      await source.query(
        `INSERT INTO kept_revision (project, revision, document, at) SELECT $1, $2, '{}', (${sql}) AT TIME ZONE 'UTC'
         FROM (SELECT date_trunc('day', now() AT TIME ZONE 'UTC') AS day, date_trunc('month', now() AT TIME ZONE 'UTC') AS month) AS since`,
        [id, at + 1],
      );
    await tidy(source);
    expect((await revisionsOf(id)).reverse()).toEqual(moments.flatMap(([, stays], at) => (stays ? [at + 1] : [])));
  });

  test('a deleted project lies in the bin for thirty days, can be thrown away for good, and a living one cannot', async () => {
    const [kept, old, living] = [await create(), await create(), await create()];
    for (const { id } of [kept, old]) await request(app).delete(`/api/projects/${id}`).expect(204);
    await source.query(`UPDATE project SET deleted_at = now() - interval '29 days 23 hours' WHERE id = $1`, [kept.id]);
    await source.query(`UPDATE project SET deleted_at = now() - interval '30 days 1 hour' WHERE id = $1`, [old.id]);
    const inBin = async () =>
      ((await request(app).get('/api/bin').expect(200)).body as { projects: { id: string }[] }).projects.map(({ id }) => id);
    expect(await inBin()).toEqual(expect.arrayContaining([kept.id, old.id]));
    await tidy(source);
    expect(await inBin()).toContain(kept.id);
    expect(await inBin()).not.toContain(old.id);
    await request(app).delete(`/api/bin/${living.id}`).expect(404);
    await request(app).delete(`/api/bin/${kept.id}`).expect(204);
    expect(await inBin()).not.toContain(kept.id);
    await request(app).post(`/api/projects/${kept.id}/restore`).expect(404);
    await request(app).get(`/api/projects/${living.id}`).expect(200);
  });
});

describe('an answer that was lost', () => {
  test.each(['put', 'patch'] as const)(
    'a save by %s that is sent again with its key is made once and answered as the first time',
    async (method) => {
      const { id } = await create();
      const [mine, other] = [randomUUID(), randomUUID()];
      const change = method === 'put' ? { document: { ...owlBox, notes: 'mine' } } : { patches: [{ path: ['notes'], value: 'mine' }] };
      const send = (save: string, revision = 1) => {
        const asked = request(app);
        const url = `/api/projects/${id}`;
        return (method === 'put' ? asked.put(url) : asked.patch(url)).send({ revision, save, ...change });
      };
      expect((await send(mine).expect(200)).body).toMatchObject({ revision: 2 });
      expect((await send(mine.toUpperCase()).expect(200)).body).toMatchObject({ revision: 2 });
      expect((await send(other).expect(409)).body).toMatchObject({ code: 'stale-revision' });
      expect((await request(app).get(`/api/projects/${id}/head`).expect(200)).body).toEqual({
        revision: 2,
        savedBy: mine,
        build: '',
        lowMb: null,
      });
      await send(other, 2).expect(200);
      // Somebody saved after it: that it was ours once is not what it is now.
      await send(mine).expect(409);
    },
  );

  test('a change that builds on one of its own window is not made on what another window saved instead', async () => {
    const { id } = await create();
    const [mine, next] = [randomUUID(), randomUUID()];
    await request(app)
      .put(`/api/projects/${id}`)
      .send({ revision: 1, save: randomUUID(), document: { ...owlBox, name: 'Theirs' } });
    const change = (on: string) =>
      request(app)
        .patch(`/api/projects/${id}`)
        .send({ revision: 2, save: next, on, patches: [{ path: ['notes'], value: 'on mine' }] });
    expect((await change(mine).expect(409)).body).toMatchObject({ code: 'stale-revision' });
    const { body } = await request(app).get(`/api/projects/${id}/head`);
    await change((body as { savedBy: string }).savedBy).expect(200);
  });

  test('a project that is made twice with one id is one', async () => {
    const id = randomUUID();
    for (const name of ['once', 'twice'])
      expect(
        (
          await request(app)
            .post('/api/projects')
            .send({ id, document: { ...owlBox, name } })
            .expect(201)
        ).body,
      ).toMatchObject({
        id,
        document: { name: 'once' },
      });
  });
});

test.each([
  [300e6, null],
  [299.9e6, 299],
  [0, 0],
])('with %d bytes left on the disk a page is told %p', async (left, lowMb) => {
  const { body } = await request(createApp({ source, webRoot: null, log, freeBytes: () => left })).get('/api/health');
  expect(body).toEqual({ ok: true, build: '', lowMb });
});

test('the demo is put in once, and stays deleted', async () => {
  await seedDemo(source);
  await seedDemo(source);
  const count = async () =>
    (
      (await source.query(`SELECT count(*)::int AS n FROM project WHERE name = $1 AND deleted_at IS NULL`, [owlBox.name])) as [
        { n: number },
      ]
    )[0].n;
  const before = await count();
  await source.query(`DELETE FROM project`);
  await seedDemo(source);
  expect(before).toBeGreaterThan(0);
  expect(await count()).toBe(0);
});

test('migrations go down and up again', async () => {
  const tables = () =>
    source.query(`SELECT to_regclass('project') AS project, to_regclass('part') AS part, to_regclass('record') AS record`);
  await source.undoLastMigration();
  expect(await source.query(`SELECT to_regclass('account') AS account, to_regclass('kept_revision') AS kept`)).toEqual([
    { account: null, kept: 'kept_revision' },
  ]);
  await source.undoLastMigration();
  expect(await source.query(`SELECT to_regclass('kept_revision') AS kept`)).toEqual([{ kept: null }]);
  await source.undoLastMigration();
  expect(await tables()).toEqual([{ project: 'project', part: 'part', record: null }]);
  await source.undoLastMigration();
  expect(await tables()).toEqual([{ project: 'project', part: null, record: null }]);
  await source.undoLastMigration();
  expect(await tables()).toEqual([{ project: null, part: null, record: null }]);
  await source.runMigrations();
  await create();
});

describe('own parts', () => {
  const part = OWN_RELAY;
  interface Listed {
    parts: { part: typeof part; usedIn: { id: string; name: string }[] }[];
  }
  const listed = async () => ((await request(app).get('/api/parts').expect(200)).body as Listed).parts;

  test('are typed in, listed, changed and deleted', async () => {
    await request(app).post('/api/parts').send({ part }).expect(201);
    expect(await listed()).toMatchObject([{ part, usedIn: [] }]);
    const again = await request(app).post('/api/parts').send({ part }).expect(409);
    expect(again.body).toMatchObject({ code: 'part-exists', path: 'id' });
    await request(app)
      .put('/api/parts/own-relay')
      .send({ part: { ...part, price: 8 } })
      .expect(200);
    expect((await listed())[0]!.part.price).toBe(8);
    await request(app).delete('/api/parts/own-relay').expect(204);
    expect(await listed()).toEqual([]);
    await request(app).put('/api/parts/own-relay').send({ part }).expect(404);
  });

  test('one that cannot be is refused at its field, and the ids of the shelf are its own', async () => {
    const bad = await request(app)
      .post('/api/parts')
      .send({ part: { ...part, releaseV: 9 } })
      .expect(400);
    expect(bad.body).toMatchObject({ path: 'part.releaseV' });
    const shelf = await request(app)
      .post('/api/parts')
      .send({ part: { ...part, id: 'relay-12v-30a-4' } })
      .expect(409);
    expect(shelf.body).toMatchObject({ code: 'shelf-part' });
  });

  test('one in use says where, and cannot be deleted until it is not', async () => {
    await request(app).post('/api/parts').send({ part }).expect(201);
    const { id } = await create();
    const document = {
      ...owlBox,
      name: 'With my relay',
      parts: [part],
      jobs: owlBox.jobs.map((job, at) => (at === 0 ? { ...job, device: { ...job.device, part: part.id } } : job)),
    };
    await request(app).put(`/api/projects/${id}`).send({ revision: 1, document }).expect(200);
    expect((await listed())[0]!.usedIn).toEqual([{ id, name: 'With my relay' }]);
    const refused = await request(app).delete('/api/parts/own-relay').expect(409);
    expect(refused.body).toMatchObject({ code: 'part-in-use', message: expect.stringContaining('With my relay') });
    await request(app).delete(`/api/projects/${id}`).expect(204);
    await request(app).delete('/api/parts/own-relay').expect(204);
  });

  test('one that is named in a leg of a wire is in use as well', async () => {
    const block = { ...beginPart('connector', 'own-block', 'My block'), assumed: [] };
    await request(app).post('/api/parts').send({ part: block }).expect(201);
    const { id } = await create();
    const wires = { 'load-strips': { connector: { type: 'own-block', end: 'to' } } };
    const document = {
      ...owlBox,
      name: 'With my block',
      parts: [block],
      jobs: owlBox.jobs.map((job, at) => (at === 0 ? { ...job, wires } : job)),
    };
    await request(app).put(`/api/projects/${id}`).send({ revision: 1, document }).expect(200);
    expect((await listed()).find((one) => one.part.id === 'own-block')!.usedIn).toEqual([{ id, name: 'With my block' }]);
    await request(app).delete('/api/parts/own-block').expect(409);
    await request(app).delete(`/api/projects/${id}`).expect(204);
    await request(app).delete('/api/parts/own-block').expect(204);
  });

  test('parts of the other kinds stand beside them; what a project names of them cannot vanish', async () => {
    const begun = (form: string) => beginPart(form, `own-${form}-1`, `Own ${form}`);
    const [board, sink, guard, holder] = [begun('board'), begun('heatsink'), begun('guard'), begun('holder')];
    const [socket, box, load] = [begun('socket'), begun('box'), begun('load')];
    const named = [board, sink, guard, holder, socket, box];
    for (const each of [...named, load]) await request(app).post('/api/parts').send({ part: each }).expect(201);
    const { id } = await create();
    const controller = { id: 'board-9', name: 'Board', type: board.id, place: owlBox.places[0]!.id, supply: 'usb', links: [], program: [] };
    const document = {
      ...owlBox,
      name: 'With my board',
      parts: named,
      places: owlBox.places.map((place, at) => (at === 0 ? { ...place, ...ofOwnBox(box as OwnBox) } : place)),
      controllers: [...owlBox.controllers, controller],
      jobs: owlBox.jobs.map((job, at) =>
        at === 0 ? { ...job, cooling: sink.id, ownGuard: guard.id, holder: holder.id, device: { ...job.device, socket: socket.id } } : job,
      ),
    };
    await request(app).put(`/api/projects/${id}`).send({ revision: 1, document }).expect(200);
    for (const each of named) await request(app).delete(`/api/parts/${each.id}`).expect(409);
    await request(app).delete(`/api/parts/${load.id}`).expect(204);
    // A project that names a board that it does not carry is refused.
    await request(app)
      .put(`/api/projects/${id}`)
      .send({ revision: 2, document: { ...document, parts: [] } })
      .expect(422);
    const shelf = await request(app)
      .post('/api/parts')
      .send({ part: { ...board, id: 'board-5v' } })
      .expect(409);
    expect(shelf.body).toMatchObject({ code: 'shelf-part' });
    await request(app).delete(`/api/projects/${id}`).expect(204);
    for (const each of named) await request(app).delete(`/api/parts/${each.id}`).expect(204);
  });

  test('a file of them is taken in whole or not at all; known ones are replaced', async () => {
    const other = { ...part, id: 'own-other' };
    await request(app)
      .post('/api/parts/import')
      .send({ parts: [part, { ...other, coilOhm: -1 }] })
      .expect(400);
    expect(await listed()).toEqual([]);
    await request(app)
      .post('/api/parts/import')
      .send({ parts: [part, other] })
      .expect(200);
    await request(app)
      .post('/api/parts/import')
      .send({ parts: [{ ...other, name: 'Renamed' }] })
      .expect(200);
    expect((await listed()).map(({ part: { name } }) => name).sort()).toEqual(['Pump relay', 'Renamed']);
  });
});

describe('records of a project', () => {
  const reading = (id: string, value: number) => ({
    kind: 'reading',
    id,
    at: 1_700_000_000_000,
    job: 'dew',
    step: 'dew/supply',
    words: 'house battery, nothing on',
    quantity: 'V',
    value,
    expected: 12.6,
    tolerance: 1.2,
    meter: 'yellow one',
    note: '',
  });
  const [one, two] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];

  test('are added in order, sent again without harm, and read on from where one was', async () => {
    const { id } = await create();
    const post = (records: unknown[]) => request(app).post(`/api/projects/${id}/records`).send({ records });
    await post([reading(one, 12.4)]).expect(201);
    // Sent again, as after an answer that was lost; what it says the second time is not taken.
    await post([reading(one, 99), reading(two, 12.5)]).expect(201);
    type Answer = { records: { id: string; value: number }[]; last: number };
    const all = (await request(app).get(`/api/projects/${id}/records`).expect(200)).body as Answer;
    expect(all.records.map((record) => [record.id, record.value])).toEqual([
      [one, 12.4],
      [two, 12.5],
    ]);
    const rest = (await request(app).get(`/api/projects/${id}/records?after=${all.last}`).expect(200)).body as Answer;
    expect(rest).toEqual({ records: [], last: all.last });
  });
  test('one that is none is named, and nothing of its company is taken', async () => {
    const { id } = await create();
    const fresh = ['33333333-3333-4333-8333-333333333333', '44444444-4444-4444-8444-444444444444'] as const;
    const { body } = await request(app)
      .post(`/api/projects/${id}/records`)
      .send({ records: [reading(fresh[0], 12), { ...reading(fresh[1], 12), quantity: 'furlong' }] })
      .expect(400);
    expect(body).toMatchObject({ code: 'bad-request', path: 'records.1.quantity' });
    const { body: read } = await request(app).get(`/api/projects/${id}/records`).expect(200);
    expect(read).toMatchObject({ records: [] });
  });
  test('a revision whose document is broken is refused with its field', async () => {
    const { id } = await create();
    const revision = {
      kind: 'revision',
      id: '55555555-5555-4555-8555-555555555555',
      at: 1,
      name: 'A',
      note: '',
      document: { ...owlBox, places: [] },
    };
    const { body } = await request(app)
      .post(`/api/projects/${id}/records`)
      .send({ records: [revision] })
      .expect(422);
    expect(body).toMatchObject({ code: 'bad-document', path: 'records.0.document.places' });
  });
  test('a record whose id another project has is refused by name, not dropped', async () => {
    const [mine, theirs] = [(await create()).id, (await create()).id];
    const record = { id: randomUUID(), at: 1, kind: 'fresh-start', job: 'dew', note: '' };
    await request(app)
      .post(`/api/projects/${theirs}/records`)
      .send({ records: [record] })
      .expect(201);
    const fresh = { ...record, id: randomUUID() };
    const { body } = await request(app)
      .post(`/api/projects/${mine}/records`)
      .send({ records: [fresh, record] })
      .expect(409);
    expect(body).toMatchObject({ code: 'record-elsewhere', path: 'records.1.id' });
  });

  test('who pages on while another writer is not done yet misses none of its records', async () => {
    const { id } = await create();
    const record = () => ({ id: randomUUID(), at: 1, kind: 'fresh-start', job: 'dew', note: '' });
    const [first, second] = [record(), record()];
    type Page = { records: { id: string }[]; last: number };
    const page = async (after: number) => (await request(app).get(`/api/projects/${id}/records?after=${after}`).expect(200)).body as Page;
    // A writer of the same project that has its number and has not ended.
    const writer = source.createQueryRunner();
    await writer.startTransaction();
    await writer.query('INSERT INTO record (id, project, body) VALUES ($1, $2, $3)', [first.id, id, JSON.stringify(first)]);
    const late = request(app)
      .post(`/api/projects/${id}/records`)
      .send({ records: [second] })
      .expect(201)
      .then(() => undefined);
    await new Promise((resolve) => setTimeout(resolve, 400));
    const before = await page(0);
    await writer.commitTransaction();
    await writer.release();
    await late;
    const after = await page(before.last);
    expect([...before.records, ...after.records].map((seen) => seen.id)).toEqual([first.id, second.id]);
  });

  test('of a project that is not there are refused', async () => {
    await request(app).get('/api/projects/00000000-0000-4000-8000-000000000000/records').expect(404);
    await request(app).post('/api/projects/nonsense/records').send({ records: [] }).expect(404);
  });
});
