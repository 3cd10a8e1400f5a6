import { randomUUID } from 'node:crypto';
import { Router, type Request } from 'express';
import { IsNull, type DataSource } from 'typeorm';
import { bodies, type Role } from '@iron-nudge/contract';
import { MOST_PROJECTS, applyPatches, parseDesign, readable, type Design, type Patch } from '@iron-nudge/core';
import type { CardMaker } from '../cards/maker.ts';
import { note } from '../accounts/audit.ts';
import { roleOf, seenBy } from '../accounts/permit.ts';
import { nameOf } from '../accounts/who.ts';
import { MemberEntity } from '../entities/account.ts';
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
const whole = ({ id, revision, document, updatedAt, savedBy }: Project, role: Role | 'phone') => ({
  id,
  revision,
  document: parseDocument(document),
  updatedAt,
  savedBy,
  role,
});

interface Save {
  readonly id: string;
  readonly revision: number;
  readonly document: Design;
  readonly key: string;
  /** Key of the save that must have made that revision. */
  readonly on?: string | null;
}

/** What a page has to know of its server beside the project. */
export interface Served {
  readonly build: string;
  readonly lowMb: number | null;
}

export function projectRoutes(source: DataSource, served: () => Served, card: CardMaker): Router {
  const projects = source.getRepository(ProjectEntity);
  const router = Router();

  const find = (id: string) => findProject(projects, id);
  /** A new project is of whoever makes it; one that is there already is answered to whoever may see it. */
  async function create(request: Request, document: Design, id?: string) {
    const made = await source.transaction(async (manager) => {
      if ((await manager.countBy(ProjectEntity, { deletedAt: IsNull() })) >= MOST_PROJECTS)
        throw new HttpError(409, 'too-many', `There are ${MOST_PROJECTS} projects: delete some first, or download and remove them.`);
      const { raw } = await manager
        .createQueryBuilder()
        .insert()
        .into(ProjectEntity)
        .values({ ...(id === undefined ? {} : { id }), name: document.name, document })
        .orIgnore()
        .returning('id')
        .execute();
      const [row] = raw as { id: string }[];
      if (row && request.who?.kind === 'account')
        await manager.insert(MemberEntity, { project: row.id, account: request.who.id, role: 'owner' });
      return row?.id;
    });
    const role = await roleOf(source, request.who, made ?? id!);
    if (role === null) throw new HttpError(409, 'exists', 'There is a project with this id already.', 'id');
    if (made) await note(source, request, 'project made', { project: made, detail: document.name });
    return whole(await find(made ?? id!), role);
  }

  router.get('/', async (request, response) => {
    const { table, parameters } = seenBy(request.who);
    const rows: unknown = await source.query(
      `SELECT project.id, project.name, project.revision, project.updated_at AS "updatedAt",
              jsonb_array_length(project.document -> 'jobs') AS jobs, seen.role
       FROM project JOIN ${table} AS seen ON seen.id = project.id WHERE project.deleted_at IS NULL ORDER BY project.updated_at DESC`,
      parameters,
    );
    response.json({ projects: rows });
  });

  router.post('/', async (request, response) => {
    const { document, id } = parseBody(bodies.createProject, request.body);
    response.status(201).json(await create(request, parseDocument(document), id));
  });

  router.get('/:id', async (request, response) => {
    response.json(whole(await find(projectIdOf(request)), request.role!));
  });

  router.get('/:id/head', async (request, response) => {
    const { revision, savedBy } = await find(projectIdOf(request));
    response.json({ revision, savedBy, ...served() });
  });

  /** What the list says of it beside its name; asked one by one, as cards come into sight. */
  router.get('/:id/card', async (request, response) => {
    const id = projectIdOf(request);
    const { revision } = await find(id);
    const made = await card(id, revision, async () => parseDocument((await find(id)).document));
    response.json({ revision, card: made });
  });

  /** Puts a document in the place of the one that is at a revision, which is kept; a save that was made already is known again. */
  async function save(request: Request, { id, revision, document, key, on = null }: Save) {
    await source.query(
      `WITH before AS (
         SELECT id, revision, document, updated_at, saved_by_name FROM project WHERE id = $1 AND revision = $2 AND deleted_at IS NULL
           AND ($6::uuid IS NULL OR saved_by = $6) FOR UPDATE
       ), kept AS (
         INSERT INTO kept_revision (project, revision, document, at, saved_by_name)
         SELECT id, revision, document, updated_at, saved_by_name FROM before
       )
       UPDATE project SET name = $3, document = $4, revision = project.revision + 1, updated_at = now(), saved_by = $5, saved_by_name = $7
       FROM before WHERE project.id = before.id`,
      [id, revision, document.name, JSON.stringify(document), key, on, nameOf(request)],
    );
    const now = await find(id);
    if (now.revision !== revision + 1 || now.savedBy !== key) throw stale(now.revision, revision);
    return { id, revision: now.revision, updatedAt: now.updatedAt };
  }

  router.put('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const { revision, document, save: key = randomUUID() } = parseBody(bodies.saveProject, request.body);
    response.json(await save(request, { id, revision, document: parseDocument(document), key }));
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
    if (found.revision === revision) {
      const document = parseDocument(changed(parseDocument(found.document), patches));
      response.json(await save(request, { id, revision, document, key, on }));
    } else if (found.revision === revision + 1 && found.savedBy === key) response.json(made);
    else throw stale(found.revision, revision);
  });

  router.post('/:id/duplicate', async (request, response) => {
    const { document } = await find(projectIdOf(request));
    const copy = readable({ ...document, name: `${document.name.slice(0, 53)} (copy)` });
    response.status(201).json(await create(request, copy));
  });

  router.delete('/:id', async (request, response) => {
    const { id, name } = await find(projectIdOf(request));
    await projects.update({ id }, { deletedAt: new Date() });
    await note(source, request, 'project deleted', { project: id, detail: name });
    response.status(204).end();
  });

  router.post('/:id/restore', async (request, response) => {
    const id = projectIdOf(request);
    await projects.update({ id }, { deletedAt: null });
    const project = await find(id);
    await note(source, request, 'project brought back', { project: id, detail: project.name });
    response.json(whole(project, request.role!));
  });

  return router;
}
