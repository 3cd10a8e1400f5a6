import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { z } from 'zod';
import { parseDesign, type Design } from '@iron-nudge/core';
import { ProjectEntity, type Project } from '../entities/project.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';
import { findProject, projectIdOf } from './ids.ts';

const saveBody = z.strictObject({ revision: z.number().int().min(1), document: z.unknown() });
const createBody = z.strictObject({ document: z.unknown() });

function parseDocument(raw: unknown): Design {
  const parsed = parseDesign(raw);
  if (parsed.ok) return parsed.design;
  const first = parsed.problems[0]!;
  throw new HttpError(422, 'bad-document', first.message, first.path);
}

/** As it is sent: a document that an older version of the program saved is brought up on the way out. */
const whole = ({ id, revision, document, updatedAt }: Project) => ({ id, revision, document: parseDocument(document), updatedAt });

export function projectRoutes(source: DataSource): Router {
  const projects = source.getRepository(ProjectEntity);
  const router = Router();

  const find = (id: string) => findProject(projects, id);
  async function create(document: Design): Promise<Project> {
    const { identifiers } = await projects.insert({ name: document.name, document });
    return find(String(identifiers[0]!.id));
  }

  router.get('/', async (_request, response) => {
    const rows = await projects
      .createQueryBuilder('project')
      .select(['project.id AS id', 'project.name AS name', 'project.revision AS revision', 'project.updated_at AS "updatedAt"'])
      .addSelect(`jsonb_array_length(project.document -> 'jobs')`, 'jobs')
      .where('project.deleted_at IS NULL')
      .orderBy('project.updated_at', 'DESC')
      .getRawMany();
    response.json({ projects: rows });
  });

  router.post('/', async (request, response) => {
    const { document } = parseBody(createBody, request.body);
    response.status(201).json(whole(await create(parseDocument(document))));
  });

  router.get('/:id', async (request, response) => {
    response.json(whole(await find(projectIdOf(request))));
  });

  router.put('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const body = parseBody(saveBody, request.body);
    const document = parseDocument(body.document);
    const { affected } = await projects
      .createQueryBuilder()
      .update()
      .set({ name: document.name, document, revision: () => 'revision + 1', updatedAt: () => 'now()' })
      .where('id = :id AND revision = :revision AND deleted_at IS NULL', { id, revision: body.revision })
      .execute();
    const now = await find(id);
    if (!affected)
      throw new HttpError(
        409,
        'stale-revision',
        `This project was saved elsewhere: it is at revision ${now.revision}, your changes were made on ${body.revision}.`,
        'revision',
      );
    response.json({ id, revision: now.revision, updatedAt: now.updatedAt });
  });

  router.post('/:id/duplicate', async (request, response) => {
    const { document } = await find(projectIdOf(request));
    response.status(201).json(whole(await create({ ...document, name: `${document.name.slice(0, 53)} (copy)` })));
  });

  router.delete('/:id', async (request, response) => {
    const { id } = await find(projectIdOf(request));
    await projects.update({ id }, { deletedAt: new Date() });
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    const id = projectIdOf(request);
    await projects.update({ id }, { deletedAt: null });
    response.json(whole(await find(id)));
  });

  return router;
}
