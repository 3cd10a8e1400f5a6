import { Router } from 'express';
import { In, MoreThan, type DataSource } from 'typeorm';
import { bodies, queries } from '@iron-nudge/contract';
import { MOST_RECORDS, parseDesign } from '@iron-nudge/core';
import { nameOf } from '../accounts/who.ts';
import { ProjectEntity } from '../entities/project.ts';
import { RecordEntity } from '../entities/record.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';
import { findProject, projectIdOf } from './ids.ts';

/** What a phone with a link may add. */
const OF_PHONES: ReadonlySet<string> = new Set(['tick', 'reading']);

/** Records of a project: added, never changed. Sending one twice leaves one. */
export function recordRoutes(source: DataSource): Router {
  const projects = source.getRepository(ProjectEntity);
  const records = source.getRepository(RecordEntity);
  const router = Router({ mergeParams: true });

  router.get('/', async (request, response) => {
    const { id } = await findProject(projects, projectIdOf(request));
    const { after } = parseBody(queries.records, request.query);
    const rows = await records.find({ where: { project: id, seq: MoreThan(String(after)) }, order: { seq: 'ASC' } });
    response.json({ records: rows.map(({ body }) => body), last: Number(rows[rows.length - 1]?.seq ?? after) });
  });

  router.post('/', async (request, response) => {
    const { id } = await findProject(projects, projectIdOf(request));
    const { records: sent } = parseBody(bodies.addRecords, request.body);
    sent.forEach((record, at) => {
      if (request.who?.kind === 'guest' && !OF_PHONES.has(record.kind))
        throw new HttpError(403, 'not-allowed', 'This link lets a phone tick the order of work and log readings.', `records.${at}.kind`);
      if (record.kind !== 'revision') return;
      const parsed = parseDesign(record.document);
      if (!parsed.ok)
        throw new HttpError(422, 'bad-document', parsed.problems[0]!.message, `records.${at}.document.${parsed.problems[0]!.path}`);
    });
    const elsewhere = await source.transaction(async (manager) => {
      // One writer of a project at a time: numbers are seen in the order in which they are given, and whoever reads on
      // from the last that they saw misses none.
      await manager.query('SELECT 1 FROM project WHERE id = $1 FOR UPDATE', [id]);
      if ((await manager.countBy(RecordEntity, { project: id })) + sent.length > MOST_RECORDS)
        throw new HttpError(409, 'too-many', `A project holds ${MOST_RECORDS} records; go on in a copy of it.`);
      await manager
        .createQueryBuilder()
        .insert()
        .into(RecordEntity)
        .values(sent.map((body) => ({ id: body.id, project: id, body, addedBy: nameOf(request) })))
        .orIgnore()
        .execute();
      const here = await manager.find(RecordEntity, {
        select: { id: true },
        where: { project: id, id: In(sent.map((record) => record.id)) },
      });
      const kept = new Set(here.map((record) => record.id));
      return sent.findIndex((record) => !kept.has(record.id.toLowerCase()));
    });
    if (elsewhere >= 0)
      throw new HttpError(409, 'record-elsewhere', 'A record with this id belongs to another project.', `records.${elsewhere}.id`);
    response.status(201).json({ kept: sent.map((record) => record.id) });
  });

  return router;
}
