import { Router } from 'express';
import { z } from 'zod';
import { asBuiltSchema, parseDesign, tickSchema } from '@iron-nudge/core';
import { PAPERS, makeBook } from '../book/book.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';

const bookBody = z.strictObject({
  document: z.unknown(),
  ticks: z.array(tickSchema).max(2000),
  asBuilt: z.array(asBuiltSchema).max(2000),
  paper: z.enum(PAPERS),
  at: z.number().int().min(0),
});

/** A project, saved or not, as a PDF. */
export function bookRoutes(): Router {
  const router = Router();
  router.post('/', async (request, response) => {
    const { document, ...order } = parseBody(bookBody, request.body);
    const parsed = parseDesign(document);
    if (!parsed.ok) throw new HttpError(422, 'bad-document', parsed.problems[0]!.message, parsed.problems[0]!.path);
    const pdf = await makeBook({ ...order, design: parsed.design });
    response.type('application/pdf').send(pdf);
  });
  return router;
}
