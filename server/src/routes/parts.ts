import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { bodies } from '@iron-nudge/contract';
import { type OwnPart, PART_NAMES, isOfShelf } from '@iron-nudge/core';
import { seenBy } from '../accounts/permit.ts';
import type { Who } from '../accounts/who.ts';
import { PartEntity } from '../entities/part.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';
import { partIdOf } from './ids.ts';

interface Use {
  readonly id: string;
  readonly name: string;
  readonly isSeen: boolean;
}
/** Where a document names a part, as PostgreSQL writes it. */
const NAMES_PARTS = PART_NAMES.map((path) => `$.${path}`);
/** Projects that name the part, by part. */
type UsedIn = ReadonlyMap<string, readonly Use[]>;

export function partRoutes(source: DataSource): Router {
  const parts = source.getRepository(PartEntity);
  const router = Router();

  /** Every project that names a part, and whether whoever asks may know of it. */
  async function usedIn(who: Who | null): Promise<UsedIn> {
    const { table, parameters } = seenBy(who);
    const rows: (Use & { part: string })[] = await source.query(
      `SELECT DISTINCT named.part, project.id, project.name, seen.id IS NOT NULL AS "isSeen"
       FROM project CROSS JOIN LATERAL (
         SELECT jsonb_array_elements_text(${NAMES_PARTS.map((path) => `jsonb_path_query_array(project.document, '${path}')`).join(' || ')})
       ) AS named (part) LEFT JOIN ${table} AS seen ON seen.id = project.id
       WHERE project.deleted_at IS NULL AND named.part IN (SELECT part.id FROM part)
       ORDER BY project.name`,
      parameters,
    );
    const used = new Map<string, Use[]>();
    for (const { part, ...use } of rows) used.set(part, [...(used.get(part) ?? []), use]);
    return used;
  }
  function refuseShelf({ id }: OwnPart): void {
    if (isOfShelf(id)) throw new HttpError(409, 'shelf-part', `“${id}” is a part of the shelf. Use another id.`, 'id');
  }

  router.get('/', async (request, response) => {
    const [rows, used] = await Promise.all([parts.find({ order: { updatedAt: 'DESC' } }), usedIn(request.who)]);
    const seen = (id: string) => (used.get(id) ?? []).flatMap(({ isSeen, ...use }) => (isSeen ? [use] : []));
    response.json({ parts: rows.map(({ id, document, updatedAt }) => ({ part: document, updatedAt, usedIn: seen(id) })) });
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
    const used = (await usedIn(request.who)).get(id) ?? [];
    const seen = used.filter(({ isSeen }) => isSeen);
    const others = used.length - seen.length;
    const names = [
      ...seen.map(({ name }) => `“${name}”`),
      ...(others > 0 ? [`${others} ${others === 1 ? 'project' : 'projects'} of others`] : []),
    ];
    if (names.length > 0) throw new HttpError(409, 'part-in-use', `It is used in ${names.join(', ')}: change those jobs first.`, 'id');
    await parts.delete({ id });
    response.status(204).end();
  });

  return router;
}
