import {
  array,
  boolean,
  lazy,
  mixed,
  number,
  object,
  string,
  ValidationError,
  type AnySchema,
  type TestContext,
} from 'yup'
import { memo } from '../../base'
import { pointerOf, short, ShowError } from '../format/errors'
import { isRecord, WRITABLE, type Field, type RecordField, PART } from '../format/fields'

/** What Yup checks one field by; a lazy one chooses by the value. */
type Checks = AnySchema | ReturnType<typeof lazy>

/** What a pointer is at while Yup runs: Yup writes `zones[0].shape`, documents say `/zones/0/shape`. */
function keysOfPath(path: string): string[] {
  return [...path.matchAll(/\["((?:[^"\\]|\\.)*)"\]|\[(\d+)\]|([^.[\]]+)/g)].map((m) => m[1] ?? m[2] ?? m[3])
}
const at = (context: TestContext, ...keys: (string | number)[]) => ({
  params: { pointer: pointerOf([...keysOfPath(context.path ?? ''), ...keys]) },
})

const shown = (value: unknown): string => {
  return short(JSON.stringify(value) ?? String(value), 40)
}
const missing = 'is missing'

/** The Yup schema of a field of the table. */
function schemaOf(field: Field): Checks {
  switch (field.type) {
    case 'text': {
      const base = string().defined(missing).typeError('must be text').nonNullable('must be text')
      return base
        .min(
          field.min,
          field.min === 1 ? 'must not be empty' : `must be ${field.what ?? `${field.min} characters or more`}`,
        )
        .test(
          'longest',
          `must be ${field.what ?? `${field.max} characters at most`}`,
          (value) => value === undefined || value.length <= field.max || [...value].length <= field.max,
        )
        .matches(new RegExp(field.pattern ?? WRITABLE, 'u'), {
          excludeEmptyString: true,
          message: ({ value }: { value: unknown }) =>
            !field.pattern
              ? 'holds a NUL or half of a pair of surrogates'
              : String(value).startsWith(PART) && !field.pattern.includes(PART)
                ? `names a part, ${short(String(value))}: parts stand for things in rules of their kit and in the cues of those, and none can stand here`
                : `must be ${field.what}`,
        })
    }
    case 'number': {
      let base = number()
        .defined(missing)
        .typeError('must be a number')
        .nonNullable('must be a number')
        .min(field.min, `must be ${field.min} or more`)
        .max(field.max, `must be ${field.max} or less`)
      if (field.above !== undefined) base = base.moreThan(field.above, `must be more than ${field.above}`)
      return field.whole ? base.integer('must be a whole number') : base
    }
    case 'yesno':
      return boolean().defined(missing).typeError('must be true or false').nonNullable('must be true or false')
    case 'choice':
      return (field.of.includes(null) ? mixed().nullable() : mixed()).defined(missing).test('choice', function (value) {
        if (value === undefined || field.of.includes(value as string)) return true
        return this.createError({
          message: `must be ${field.of.map((v) => JSON.stringify(v)).join(' or ')}, not ${shown(value)}`,
        })
      })
    case 'ref':
      if (field.orPart)
        return schemaOf({
          type: 'text',
          min: 1,
          max: 45,
          pattern: '^(part:)?[a-z0-9-]{1,40}$',
          what: '1 to 40 of a-z, 0-9 and -, or such an id of a part after "part:"',
        })
      return schemaOf({ type: 'text', min: 1, max: 40, pattern: '^[a-z0-9-]+$', what: '1 to 40 of a-z, 0-9 and -' })
    case 'numbers':
      return numbers(field.count, schemaOf({ type: 'number', min: field.min, max: 1e6, whole: field.whole }))
    case 'range':
      return numbers(2, schemaOf({ type: 'number', min: field.min, max: field.max })).test(
        'order',
        'must be [smaller, larger]',
        (value: unknown) => !Array.isArray(value) || value.length !== 2 || value[0] <= value[1],
      )
    case 'list':
      return listSchema(field)
    case 'record':
      return recordSchema(field)
    case 'kinds': {
      const kinds = new Map(Object.entries(field.kinds).map(([kind, of]) => [kind, recordSchema(of)]))
      const unknown = mixed()
        .defined(missing)
        .test('kind', function (value) {
          if (!isRecord(value)) return this.createError({ message: 'must be an object' })
          if (!(field.by in value)) return this.createError({ message: missing, ...at(this, field.by) })
          const names = [...kinds.keys()].map((k) => `"${k}"`).join(', ')
          return this.createError({
            message: `must be one of ${names}, not ${shown(value[field.by])}`,
            ...at(this, field.by),
          })
        })
      return lazy((value: unknown) => (isRecord(value) && kinds.get(value[field.by] as string)) || unknown)
    }
    case 'either': {
      const options = field.options.map((option) => ({ meant: option.meant, schema: schemaOf(option.field) }))
      const last = options[options.length - 1].schema
      return lazy((value: unknown) => options.find((o) => o.meant(value))?.schema ?? last)
    }
    case 'map': {
      const of = schemaOf(field.of)
      return lazy((value: unknown) =>
        isRecord(value)
          ? object(Object.fromEntries(Object.keys(value).map((key) => [key, of])))
          : object().defined(missing).typeError('must be an object'),
      )
    }
  }
}

function numbers(count: number, of: Checks) {
  const message = `must be ${count} numbers`
  return array(of).defined(missing).typeError(message).nonNullable(message).length(count, message)
}

function listSchema(field: Field & { type: 'list' }): Checks {
  let schema = array(schemaOf(field.of))
    .defined(missing)
    .typeError('must be a list')
    .nonNullable('must be a list')
    .min(field.min, `must have ${field.min} or more`)
    .max(field.max, `must have ${field.max} at most`)
  if (field.ids)
    schema = schema.test('ids', function (items: unknown) {
      const seen = new Set<unknown>()
      for (const [index, item] of (Array.isArray(items) ? items : []).entries()) {
        if (!isRecord(item) || typeof item.id !== 'string') continue
        if (seen.has(item.id))
          return this.createError({ message: `the id "${item.id}" is used twice`, ...at(this, index, 'id') })
        seen.add(item.id)
      }
      return true
    })
  if (field.distinct)
    schema = schema.test('distinct', function (items: unknown) {
      const list = Array.isArray(items) ? items : []
      const index = list.findIndex((item, i) => list.indexOf(item) < i)
      return index < 0 || this.createError({ message: `${shown(list[index])} is given twice`, ...at(this, index) })
    })
  return schema
}

const recordSchema = memo((field: RecordField): Checks => {
  const fields = Object.fromEntries(
    Object.entries(field.fields).map(([name, of]) => {
      const schema = schemaOf(of)
      return [name, name in field.optional ? optional(schema) : schema]
    }),
  )
  const schema = object(fields)
    .defined(missing)
    .typeError('must be an object')
    .nonNullable('must be an object')
    .test('fields', function (value: unknown) {
      if (!isRecord(value)) return true
      for (const name of Object.keys(value))
        if (!Object.hasOwn(field.fields, name))
          return this.createError({ message: 'is not a field of the format', ...at(this, name) })
      const given = (names: string[]) => names.filter((name) => value[name] !== undefined)
      for (const names of field.oneOf ?? [])
        if (given(names).length !== 1)
          return this.createError({
            message: `exactly one of ${names.join(', ')} must be given`,
            ...at(this, given(names)[1] ?? names[0]),
          })
      for (const names of field.notBoth ?? [])
        if (given(names).length > 1)
          return this.createError({ message: `not both of ${names.join(', ')}`, ...at(this, names[1]) })
      for (const { list, by } of field.filledOr ?? [])
        if (value[by] === undefined && Array.isArray(value[list]) && value[list].length === 0)
          return this.createError({ message: `must have 1 or more, where no ${by} is given`, ...at(this, list) })
      return true
    })
  return schema
})

/** The same schema for a field that may be missing. */
function optional(schema: Checks): Checks {
  return lazy((value: unknown) => (value === undefined ? mixed().optional() : schema))
}

const checksOf = memo(schemaOf)

/**
 * Checks a value against a field of the table.
 * @throws ShowError with a pointer that starts at `base` and ends in the wrong field
 */
export function validate(field: Field, value: unknown, base = ''): void {
  try {
    checksOf(field).validateSync(value, {
      strict: true,
      abortEarly: true,
    })
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const pointer = base + ((error.params?.pointer as string | undefined) ?? pointerOf(keysOfPath(error.path ?? '')))
    throw new ShowError(`${short(pointer) || 'The document'} ${error.message}`, pointer)
  }
}
