import { Router } from 'express';
import { IsNull, Not, type DataSource } from 'typeorm';
import { ProjectEntity } from '../entities/project.ts';
import { HttpError } from '../errors.ts';
import { projectIdOf } from './ids.ts';

/** Projects that were deleted and can be brought back until the bin is emptied of them. */
export function binRoutes(source: DataSource): Router {
  const projects = source.getRepository(ProjectEntity);
  const router = Router();

  router.get('/', async (_request, response) => {
    const rows = await projects.find({
      select: { id: true, name: true, deletedAt: true },
      where: { deletedAt: Not(IsNull()) },
      order: { deletedAt: 'DESC' },
    });
    response.json({ projects: rows.map(({ id, name, deletedAt }) => ({ id, name, deletedAt })) });
  });

  /** For good, with its readings and revisions: only what lies in the bin. */
  router.delete('/:id', async (request, response) => {
    const { affected } = await projects.delete({ id: projectIdOf(request), deletedAt: Not(IsNull()) });
    if (!affected) throw new HttpError(404, 'no-project', 'There is no such project in the bin.', 'id');
    response.status(204).end();
  });

  return router;
}
