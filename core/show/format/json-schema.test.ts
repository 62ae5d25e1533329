import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { showJsonSchema } from '..'

it('the JSON Schema in docs/ is the one the table gives (npm run schema writes it)', () => {
  const written = readFileSync(new URL('../../../docs/esvik-show.schema.json', import.meta.url), 'utf8')
  expect(JSON.parse(written)).toEqual(JSON.parse(JSON.stringify(showJsonSchema())))
})
