/** What passes between page, server and worker: each body and each message as a schema, shared by both ends. */
export * from './accounts.ts';
export * from './routes.ts';
export * from './engine.ts';
export * from './patch.ts';
