// Writes docs/esvik-show.schema.json and docs/format.md from the table of fields.
import { build } from 'esbuild'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './folders.mjs'

const { outputFiles } = await build({
  absWorkingDir: root,
  stdin: {
    contents: `import { showJsonSchema } from './core/show'
      import { writtenFormat } from './core/show/format/written-format'
      export default { schema: showJsonSchema(), format: writtenFormat() }`,
    resolveDir: root,
    loader: 'ts',
  },
  bundle: true,
  format: 'esm',
  platform: 'node',
  mainFields: ['module', 'main'],
  write: false,
})
const {
  default: { schema, format },
} = await import(`data:text/javascript;base64,${Buffer.from(outputFiles[0].text).toString('base64')}`)
writeFileSync(join(root, 'docs/esvik-show.schema.json'), JSON.stringify(schema, null, 1) + '\n')
writeFileSync(join(root, 'docs/format.md'), format)
