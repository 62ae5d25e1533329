import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { showJsonSchema } from '..'
import { writtenFormat } from './written-format'

it('the JSON Schema in docs/ is the one the table gives (npm run schema writes it)', () => {
  const written = readFileSync(new URL('../../../docs/esvik-show.schema.json', import.meta.url), 'utf8')
  expect(JSON.parse(written)).toEqual(JSON.parse(JSON.stringify(showJsonSchema())))
})

it('docs/format.md tells of every field of the table, and of no other (npm run schema writes it)', () => {
  const written = readFileSync(new URL('../../../docs/format.md', import.meta.url), 'utf8')
  expect(written).toBe(writtenFormat())
})
