/** A Vue file as a module that Jest can load: script and template in one, its styles left out. */
import { compileScript, parse } from 'vue/compiler-sfc';
import { transformSync } from '@swc/core';

export default {
  process(source, filename) {
    const { descriptor, errors } = parse(source, { filename });
    if (errors.length > 0) throw errors[0];
    const { content } = compileScript(descriptor, { id: filename, inlineTemplate: true, genDefaultAs: 'component' });
    return transformSync(`${content}\nexport default component;`, {
      filename,
      jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
      module: { type: 'es6' },
      sourceMaps: 'inline',
    });
  },
};
