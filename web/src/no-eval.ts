/** The page's own rules forbid code made at run time: a schema need not try. Imported before any schema is made. */
import { config } from 'zod';

config({ jitless: true });
