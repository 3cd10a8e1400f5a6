/** Builds the service worker after the page, with the list of the files that the page is made of. */
import { createHash } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { build } from 'esbuild';
import type { Plugin } from 'vite';

export function offline(entry: string): Plugin {
  let folder = '';
  return {
    name: 'offline',
    apply: 'build',
    configResolved(config) {
      folder = join(config.root, config.build.outDir);
    },
    async closeBundle() {
      const names = readdirSync(folder, { recursive: true, withFileTypes: true })
        .filter((file) => file.isFile())
        .map((file) => join(file.parentPath, file.name).slice(folder.length).replaceAll('\\', '/'))
        .filter((name) => !name.startsWith('/.vite/') && name !== '/sw.js' && !name.endsWith('.br'))
        .sort();
      const files = names.map((name) => ({
        url: name,
        // What lies below assets has its own digest in its name.
        revision: name.startsWith('/assets/')
          ? null
          : createHash('sha256')
              .update(readFileSync(join(folder, name)))
              .digest('hex')
              .slice(0, 16),
      }));
      await build({
        entryPoints: [entry],
        outfile: join(folder, 'sw.js'),
        bundle: true,
        minify: true,
        format: 'iife',
        target: 'es2022',
        define: { BUILT_FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
        logLevel: 'warning',
      });
    },
  };
}
