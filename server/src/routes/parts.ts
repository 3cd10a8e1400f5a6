import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { bodies } from '@iron-nudge/contract';
import { POWER_RELAYS, type OwnRelay } from '@iron-nudge/core';
import { seenBy } from '../accounts/permit.ts';
import type { Who } from '../accounts/who.ts';
import { PartEntity } from '../entities/part.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';
import { partIdOf } from './ids.ts';

/** Projects that have a job with the part, by part. */
type UsedIn = ReadonlyMap<string, { id: string; name: string }[]>;

export function partRoutes(source: DataSource): Router {
  const parts = source.getRepository(PartEntity);
  const router = Router();

  /** In projects that whoever asks may see; with null, in all. */
  async function usedIn(who: Who | null): Promise<UsedIn> {
    const { where, parameters } = who ? seenBy(who, 1) : { where: 'TRUE', parameters: [] };
    const rows: { part: string; id: string; name: string }[] = await source.query(
      `
      SELECT DISTINCT job -> 'device' ->> 'part' AS part, project.id, project.name
      FROM project, jsonb_array_elements(project.document -> 'jobs') AS job
      WHERE project.deleted_at IS NULL AND ${where} AND job -> 'device' ->> 'part' IN (SELECT part.id FROM part)
      ORDER BY project.name`,
      parameters,
    );
    const used = new Map<string, { id: string; name: string }[]>();
    for (const { part, id, name } of rows) used.set(part, [...(used.get(part) ?? []), { id, name }]);
    return used;
  }
  function refuseShelf({ id }: OwnRelay): void {
    if (POWER_RELAYS.some((type) => type.id === id))
      throw new HttpError(409, 'shelf-part', `“${id}” is a part of the shelf. Use another id.`, 'id');
  }

  router.get('/', async (request, response) => {
    const [rows, used] = await Promise.all([parts.find({ order: { updatedAt: 'DESC' } }), usedIn(request.who)]);
    response.json({ parts: rows.map(({ id, document, updatedAt }) => ({ part: document, updatedAt, usedIn: used.get(id) ?? [] })) });
  });

  router.post('/', async (request, response) => {
    const { part } = parseBody(bodies.part, request.body);
    refuseShelf(part);
    const { id } = part;
    if (await parts.existsBy({ id })) throw new HttpError(409, 'part-exists', `There is a part “${id}” already.`, 'id');
    await parts.insert({ id, document: part });
    response.status(201).json({ part });
  });

  /** Several at once, from a file: new ones are added, known ones replaced; all of them or none. */
  router.post('/import', async (request, response) => {
    const { parts: list } = parseBody(bodies.importParts, request.body);
    list.forEach(refuseShelf);
    const twice = list.findIndex(({ id }, at) => list.findIndex((other) => other.id === id) !== at);
    if (twice >= 0) throw new HttpError(400, 'part-twice', `“${list[twice]!.id}” is in the file twice.`, `parts.${twice}.id`);
    await source.transaction((manager) =>
      manager.upsert(
        PartEntity,
        list.map((document) => ({ id: document.id, document })),
        ['id'],
      ),
    );
    response.json({ count: list.length });
  });

  router.put('/:id', async (request, response) => {
    const { part } = parseBody(bodies.part, request.body);
    const id = partIdOf(request);
    if (part.id !== id) throw new HttpError(400, 'bad-request', 'The id of a part stays what it is.', 'part.id');
    const { affected } = await parts.update({ id }, { document: part });
    if (!affected) throw new HttpError(404, 'no-part', 'There is no such part; it may have been deleted in another window.', 'id');
    response.json({ part });
  });

  router.delete('/:id', async (request, response) => {
    const id = partIdOf(request);
    const used = (await usedIn(null)).get(id) ?? [];
    const seen = (await usedIn(request.who)).get(id) ?? [];
    const names = [
      ...seen.map(({ name }) => `“${name}”`),
      ...(used.length > seen.length ? [`${used.length - seen.length} projects of others`] : []),
    ];
    if (names.length > 0) throw new HttpError(409, 'part-in-use', `It is used in ${names.join(', ')}: change those jobs first.`, 'id');
    await parts.delete({ id });
    response.status(204).end();
  });

  return router;
}
