/** Ready circuits with their drawings, drawn while the page is built: the first page shows them without the solver. */
import type { Plugin } from 'vite';
import { GALLERY, projectFrom, sketchJob } from '../core/src/index.ts';

const NAME = 'virtual:gallery';

export function gallery(): Plugin {
  return {
    name: 'iron-nudge-gallery',
    resolveId: (id) => (id === NAME ? `\0${NAME}` : null),
    load(id) {
      if (id !== `\0${NAME}`) return null;
      const shown = GALLERY.map((ready) => {
        const design = projectFrom(ready);
        const { id: ofReady, family, title, words } = ready;
        return { id: ofReady, family, title, words, sketch: sketchJob(design, design.jobs[0]!.id) };
      });
      return `export default ${JSON.stringify(shown)};`;
    },
  };
}
