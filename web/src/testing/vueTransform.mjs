// Compiles a single file component for the tests, as the build does, and leaves its styles out.
import { createHash } from 'node:crypto';
import { transformSync } from '@swc/core';
import { compileScript, parse } from '@vue/compiler-sfc';

const shortHash = (text) => createHash('sha256').update(text).digest('hex').slice(0, 8);

export default {
  process(source, filename) {
    const { descriptor, errors } = parse(source, { filename });
    if (errors.length > 0) throw errors[0];
    const { content } = compileScript(descriptor, { id: shortHash(filename), inlineTemplate: true });
    const { code, map } = transformSync(content, {
      filename,
      jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
      module: { type: 'es6' },
      sourceMaps: true,
    });
    return { code, map };
  },
  getCacheKey: (source, filename) => shortHash(`1 ${filename} ${source}`),
};
