import { Router } from 'express';
import { bodies } from '@iron-nudge/contract';
import { parseDesign } from '@iron-nudge/core';
import type { BookMaker } from '../book/maker.ts';
import { HttpError } from '../errors.ts';
import { parseBody } from './body.ts';

/** A project, saved or not, as a PDF. */
export function bookRoutes(make: BookMaker): Router {
  const router = Router();
  router.post('/', async (request, response) => {
    const { document, ...order } = parseBody(bodies.book, request.body);
    const parsed = parseDesign(document);
    if (!parsed.ok) throw new HttpError(422, 'bad-document', parsed.problems[0]!.message, parsed.problems[0]!.path);
    const gone = new AbortController();
    response.once('close', () => gone.abort());
    const pdf = await make({ ...order, design: parsed.design }, gone.signal);
    response.type('application/pdf').send(Buffer.from(pdf));
  });
  return router;
}
