import { WRITABLE, type Field, type RecordField } from './fields'
import { showTable } from './table'

type Json = { [key: string]: unknown }

function schemaOf(field: Field): Json {
  switch (field.type) {
    case 'text':
      return {
        type: 'string',
        minLength: field.min,
        maxLength: field.max,
        pattern: field.pattern ?? WRITABLE,
      }
    case 'number':
      return {
        type: field.whole ? 'integer' : 'number',
        minimum: field.min,
        maximum: field.max,
        ...(field.above !== undefined && { exclusiveMinimum: field.above }),
      }
    case 'yesno':
      return { type: 'boolean' }
    case 'choice':
      return { enum: [...field.of] }
    case 'ref':
      return { type: 'string', pattern: field.orPart ? '^(part:)?[a-z0-9-]{1,40}$' : '^[a-z0-9-]{1,40}$' }
    case 'numbers':
      return list(
        { type: field.whole ? 'integer' : 'number', minimum: field.min, maximum: 1e6 },
        field.count,
        field.count,
      )
    case 'range':
      return list({ type: 'number', minimum: field.min, maximum: field.max }, 2, 2)
    case 'list':
      return { ...list(schemaOf(field.of), field.min, field.max), ...(field.distinct && { uniqueItems: true }) }
    case 'record':
      return recordSchema(field)
    case 'kinds':
      return { oneOf: Object.values(field.kinds).map(recordSchema) }
    case 'either':
      return { anyOf: field.options.map((option) => schemaOf(option.field)) }
    case 'map':
      return { type: 'object', additionalProperties: schemaOf(field.of) }
  }
}

const list = (items: Json, minItems: number, maxItems: number): Json => ({ type: 'array', items, minItems, maxItems })

function recordSchema(field: RecordField): Json {
  const groups = [
    ...(field.oneOf ?? []).map((names) => ({ oneOf: names.map((name) => ({ required: [name] })) })),
    ...(field.notBoth ?? []).map((names) => ({ not: { required: names } })),
    ...(field.filledOr ?? []).map(({ list, by }) => ({
      anyOf: [{ required: [by] }, { properties: { [list]: { minItems: 1 } } }],
    })),
  ]
  return {
    type: 'object',
    properties: Object.fromEntries(
      Object.entries(field.fields).map(([name, of]) => {
        const standard = field.optional[name]
        const written = standard !== undefined && typeof standard !== 'function'
        return [name, { ...schemaOf(of), ...(written && { default: standard }) }]
      }),
    ),
    required: Object.keys(field.fields).filter((name) => !(name in field.optional)),
    additionalProperties: false,
    ...(groups.length > 0 && { allOf: groups }),
  }
}

/** The JSON Schema (draft 2020-12) of the show document, made from the table. What it can't say (ids that exist, ids used once) `readShow` checks. */
export function showJsonSchema(): Json {
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    $id: 'urn:esvik:show:1',
    title: 'esvik-show, version 1',
    ...recordSchema(showTable),
  }
}
