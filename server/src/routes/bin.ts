import { Router } from 'express';
import { IsNull, Not, type DataSource } from 'typeorm';
import { note } from '../accounts/audit.ts';
import { seenBy } from '../accounts/permit.ts';
import { ProjectEntity } from '../entities/project.ts';
import { HttpError } from '../errors.ts';
import { projectIdOf } from './ids.ts';

/** Projects that were deleted and can be brought back until the bin is emptied of them. */
export function binRoutes(source: DataSource): Router {
  const projects = source.getRepository(ProjectEntity);
  const router = Router();

  router.get('/', async (request, response) => {
    const { table, parameters } = seenBy(request.who);
    const rows: unknown = await source.query(
      `SELECT project.id, project.name, project.deleted_at AS "deletedAt" FROM project
       JOIN ${table} AS seen ON seen.id = project.id AND seen.role = 'owner'
       WHERE project.deleted_at IS NOT NULL ORDER BY project.deleted_at DESC`,
      parameters,
    );
    response.json({ projects: rows });
  });

  /** For good, with its readings and revisions: only what lies in the bin. */
  router.delete('/:id', async (request, response) => {
    const id = projectIdOf(request);
    const project = await projects.findOne({ select: { id: true, name: true }, where: { id, deletedAt: Not(IsNull()) } });
    if (!project) throw new HttpError(404, 'no-project', 'There is no such project in the bin.', 'id');
    await projects.delete({ id, deletedAt: Not(IsNull()) });
    await note(source, request, 'project deleted for good', { project: id, detail: project.name });
    response.status(204).end();
  });

  return router;
}
