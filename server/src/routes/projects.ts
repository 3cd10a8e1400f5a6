import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { bodies } from '@iron-nudge/contract';
import { applyPatches, parseDesign, readable, type Design, type Patch } from '@iron-nudge/core';
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
const whole = ({ id, revision, document, updatedAt, savedBy }: Project) => ({
  id,
  revision,
  document: parseDocument(document),
  updatedAt,
  savedBy,
});

/** @param build which build of the page is served */
export function projectRoutes(source: DataSource, build: string): Router {
  const projects = source.getRepository(ProjectEntity);
  const router = Router();

  const find = (id: string) => findProject(projects, id);
  async function create(document: Design, id?: string): Promise<Project> {
    const made = await projects
      .createQueryBuilder()
      .insert()
      .values({ ...(id === undefined ? {} : { id }), name: document.name, document })
      .orIgnore()
      .returning('id')
      .execute();
    const [row] = made.raw as { id: string }[];
    return find(row?.id ?? id!);
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
    const { document, id } = parseBody(bodies.createProject, request.body);
    response.status(201).json(whole(await create(parseDocument(document), id)));
  });

  router.get('/:id', async (request, response) => {
    response.json(whole(await find(projectIdOf(request))));
  });

  router.get('/:id/head', async (request, response) => {
    const { revision, savedBy } = await find(projectIdOf(request));
    response.json({ revision, savedBy, build });
  });

  /** Puts a document in the place of the one that is at a revision, which is kept; a save that was made already is known again. */
  async function save(id: string, revision: number, document: Design, key: string, on: string | null = null) {
    await source.query(
      `WITH before AS (
         SELECT id, revision, document, updated_at FROM project WHERE id = $1 AND revision = $2 AND deleted_at IS NULL
           AND ($6::uuid IS NULL OR saved_by = $6) FOR UPDATE
       ), kept AS (
         INSERT INTO kept_revision (project, revision, document, at) SELECT id, revision, document, updated_at FROM before
       )
       UPDATE project SET name = $3, document = $4, revision = project.revision + 1, updated_at = now(), saved_by = $5
       FROM before WHERE project.id = before.id`,
      [id, revision, document.name, JSON.stringify(document), key, on],
    );
    const now = await find(id);
    if (now.revision !== revision + 1 || now.savedBy !== key) throw stale(now.revision, revision);
    return { id, revision: now.revision, updatedAt: now.updatedAt };
  }

  router.put('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const { revision, document, save: key = randomUUID() } = parseBody(bodies.saveProject, request.body);
    response.json(await save(id, revision, parseDocument(document), key));
  });

  /** A change made on what a save that is still on its way leaves behind waits for that save. */
  async function findAt(id: string, revision: number): Promise<Project> {
    const until = Date.now() + WAIT_MS;
    for (;;) {
      const project = await find(id);
      if (project.revision >= revision) return project;
      if (Date.now() > until) throw stale(project.revision, revision);
      await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
    }
  }

  router.patch('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const { revision, patches, save: key = randomUUID(), on = null } = parseBody(bodies.changeProject, request.body);
    const found = await findAt(id, revision);
    const made = { id, revision: found.revision, updatedAt: found.updatedAt };
    if (found.revision === revision)
      response.json(await save(id, revision, parseDocument(changed(parseDocument(found.document), patches)), key, on));
    else if (found.revision === revision + 1 && found.savedBy === key) response.json(made);
    else throw stale(found.revision, revision);
  });

  router.post('/:id/duplicate', async (request, response) => {
    const { document } = await find(projectIdOf(request));
    response.status(201).json(whole(await create(readable({ ...document, name: `${document.name.slice(0, 53)} (copy)` }))));
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
