import type { Request } from 'express';
import { IsNull, type Repository } from 'typeorm';
import { z } from 'zod';
import { idSchema } from '@iron-nudge/core';
import type { Project } from '../entities/project.ts';
import { HttpError } from '../errors.ts';

const idParam = z.uuid();

export function projectIdOf(request: Request): string {
  const parsed = idParam.safeParse(request.params.id);
  if (!parsed.success) throw new HttpError(404, 'no-project', 'There is no such project.', 'id');
  return parsed.data;
}

export function partIdOf(request: Request): string {
  const parsed = idSchema.safeParse(request.params.id);
  if (!parsed.success) throw new HttpError(404, 'no-part', 'There is no such part; it may have been deleted in another window.', 'id');
  return parsed.data;
}

export async function findProject(projects: Repository<Project>, id: string): Promise<Project> {
  const project = await projects.findOneBy({ id, deletedAt: IsNull() });
  if (!project) throw new HttpError(404, 'no-project', 'There is no such project; it may have been deleted in another window.', 'id');
  return project;
}
