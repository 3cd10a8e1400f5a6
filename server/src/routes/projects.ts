import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { bodies } from '@iron-nudge/contract';
import { applyPatches, parseDesign, type Design, type Patch } from '@iron-nudge/core';
import { ProjectEntity, type Project } from '../entities/project.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';
import { findProject, projectIdOf } from './ids.ts';

/** How long a change waits for the one before it to be kept, ms, and how often it looks. */
const WAIT_MS = 3000;
const LOOK_EVERY_MS = 40;

function parseDocument(raw: unknown): Design {
  const parsed = parseDesign(raw);
  if (parsed.ok) return parsed.design;
  const first = parsed.problems[0]!;
  throw new HttpError(422, 'bad-document', first.message, first.path);
}

function changed(document: Design, patches: readonly Patch[]): unknown {
  try {
    return applyPatches(document, patches);
  } catch (error) {
    throw new HttpError(422, 'bad-change', error instanceof Error ? error.message : 'The change does not fit the project.', 'patches');
  }
}

const stale = (theirs: number, ours: number) =>
  new HttpError(
    409,
    'stale-revision',
    `This project was saved elsewhere: it is at revision ${theirs}, your changes were made on ${ours}.`,
    'revision',
  );

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
    const { document } = parseBody(bodies.createProject, request.body);
    response.status(201).json(whole(await create(parseDocument(document))));
  });

  router.get('/:id', async (request, response) => {
    response.json(whole(await find(projectIdOf(request))));
  });

  /** Puts a document in the place of the one that is at a revision. */
  async function save(id: string, revision: number, document: Design) {
    const { affected } = await projects
      .createQueryBuilder()
      .update()
      .set({ name: document.name, document, revision: () => 'revision + 1', updatedAt: () => 'now()' })
      .where('id = :id AND revision = :revision AND deleted_at IS NULL', { id, revision })
      .execute();
    const now = await find(id);
    if (!affected) throw stale(now.revision, revision);
    return { id, revision: now.revision, updatedAt: now.updatedAt };
  }

  router.put('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const { revision, document } = parseBody(bodies.saveProject, request.body);
    response.json(await save(id, revision, parseDocument(document)));
  });

  /** A change made on what a save that is still on its way leaves behind waits for that save. */
  async function findAt(id: string, revision: number): Promise<Project> {
    const until = Date.now() + WAIT_MS;
    for (;;) {
      const project = await find(id);
      if (project.revision === revision) return project;
      if (project.revision > revision || Date.now() > until) throw stale(project.revision, revision);
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
    }
  }

  router.patch('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const { revision, patches } = parseBody(bodies.changeProject, request.body);
    const { document } = await findAt(id, revision);
    response.json(await save(id, revision, parseDocument(changed(parseDocument(document), patches))));
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
