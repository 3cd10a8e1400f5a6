import { Router } from 'express';
import type { DataSource } from 'typeorm';
import { bodies } from '@iron-nudge/contract';
import { parseDesign } from '@iron-nudge/core';
import { KeptRevisionEntity } from '../entities/kept-revision.ts';
import { ProjectEntity } from '../entities/project.ts';
import { HttpError } from '../errors.ts';
import { findProject, projectIdOf } from './ids.ts';

const none = () => new HttpError(404, 'no-revision', 'That revision is not kept any more, or never was.', 'revision');

/** What a project was: read, never changed. Bringing one back is a save like any other. */
export function revisionRoutes(source: DataSource): Router {
  const projects = source.getRepository(ProjectEntity);
  const kept = source.getRepository(KeptRevisionEntity);
  const router = Router({ mergeParams: true });

  router.get('/', async (request, response) => {
    const { id } = await findProject(projects, projectIdOf(request));
    const rows = await kept.find({
      select: { revision: true, at: true, savedByName: true },
      where: { project: id },
      order: { revision: 'DESC' },
    });
    response.json({ revisions: rows.map(({ revision, at, savedByName }) => ({ revision, at, by: savedByName })) });
  });

  router.get('/:revision', async (request, response) => {
    const { id } = await findProject(projects, projectIdOf(request));
    const asked = bodies.saveProject.shape.revision.safeParse(Number(request.params.revision));
    if (!asked.success) throw none();
    const row = await kept.findOneBy({ project: id, revision: asked.data });
    if (!row) throw none();
    const parsed = parseDesign(row.document);
    if (!parsed.ok) throw new HttpError(422, 'bad-document', parsed.problems[0]!.message, parsed.problems[0]!.path);
    response.json({ revision: row.revision, at: row.at, document: parsed.design });
  });

  return router;
}
