import type { Field, RecordField } from './fields'
import { MEANINGS } from './meanings'
import { showTable } from './table'

/** Where the records of the document are told of: by the last names on the way to them. */
const NAMED: [way: RegExp, called: string][] = [
  [/floors\.slopeTo$/, 'slopeTo'],
  [/openings$/, 'opening'],
  [/lights\.tiedTo$|zones\.tiedTo$/, 'tie'],
  [/atmosphere\.fog$|\.fog$/, 'fog'],
  [/\.vignette$/, 'vignette'],
  [/pools\.sounds$/, 'sound of a pool'],
  [/\.where$/, 'where'],
  [/\.reach$/, 'reach'],
  [/\.ramp$|\.release$/, 'ramp'],
  [/\.flicker$/, 'flicker'],
  [/steps\.target$/, 'target'],
  [/\.anchor$/, 'anchor'],
  [/steps\.marks$/, 'stop'],
  [/\.back$/, 'back'],
  [/\.slide$/, 'slide'],
  [/\.turn$/, 'turn'],
  [/\.facing$/, 'facing'],
  [/on\.target$/, 'target of a look'],
  [/\.on$/, 'moment'],
  [/rules$|overrides$/, 'rule'],
  [/\.shape$/, 'shape'],
  [/\.who$/, 'who'],
  [/\.when$/, 'condition'],
  [/\.limit$/, 'limit'],
  [/\.cooldown$/, 'cooldown'],
  [/^cues\.wish$/, 'wish'],
  [/kits\.parts$/, 'part'],
  [/points\.look$/, 'look'],
  [/\.points$/, 'point'],
  [/\.body$/, 'body'],
  [/^atmospheres$/, 'preset'],
  [/^buses$/, 'bus'],
  [/^wishes$/, 'wishes'],
]
function calledAt(way: string): string {
  const found = NAMED.find(([pattern]) => pattern.test(way))
  return found ? found[1] : way.split('.').at(-1)!.replace(/s$/, '')
}

interface Row {
  field: string
  values: Set<string>
  /** As it stands in the tables; undefined of what has to be said. */
  without: string | undefined
  kinds: Set<string>
}
type Tables = Map<string, Map<string, Row>>

/** What may stand in a field, in a few words. */
function valueWords(field: Field): string {
  switch (field.type) {
    case 'text':
      return field.pattern ? (field.what ?? 'text') : 'text'
    case 'number':
      return `${field.whole ? 'whole number' : 'number'}${field.above !== undefined ? ` above ${field.above}` : field.min > -1e6 ? `, ${field.min}${field.max < 1e6 ? ` to ${field.max}` : ' or more'}` : ''}` // prettier-ignore
    case 'yesno':
      return 'true or false'
    case 'choice':
      return field.of.map((one) => `\`${JSON.stringify(one)}\``).join(', ')
    case 'ref':
      return `id in ${field.to}${field.orPart ? ', or a part' : ''}`
    case 'numbers':
      return `[${field.count === 3 ? 'x, y, z' : field.count === 2 ? 'x, z' : `${field.count} numbers`}]`
    case 'range':
      return '[least, most]'
    case 'list':
      return `list of ${valueWords(field.of)}`
    case 'map':
      return `by id: ${valueWords(field.of)}`
    case 'either':
      return [...new Set(field.options.map((option) => valueWords(option.field)))].join(', or ')
    case 'kinds':
    case 'record':
      return 'what is told of below'
  }
}

function tell(field: Field, way: string, tables: Tables, called = calledAt(way), kind = ''): void {
  const below = (of: Field, key: string) => tell(of, way ? `${way}.${key}` : key, tables)
  switch (field.type) {
    case 'list':
    case 'map':
      return tell(field.of, way, tables, called)
    case 'either':
      return field.options.forEach((option) => tell(option.field, way, tables, called))
    case 'kinds':
      for (const [name, of] of Object.entries(field.kinds)) tell(of, way, tables, called, name)
      return
    case 'record': {
      const table = tables.get(called) ?? new Map<string, Row>()
      const isStep = called === 'step'
      const own = isStep ? (tables.get(`step ${kind}`) ?? new Map<string, Row>()) : table
      tables.set(called, table)
      if (isStep) tables.set(`step ${kind}`, own)
      for (const [name, of] of Object.entries(field.fields)) {
        const to = isStep && !(name in MEANINGS.step.fields) ? own : table
        const row = to.get(name) ?? {
          field: name,
          values: new Set(),
          without: withoutOf(field, name),
          kinds: new Set(),
        }
        row.values.add(valueWords(of))
        if (kind && !isStep) row.kinds.add(kind)
        to.set(name, row)
        if (['record', 'list', 'map', 'either', 'kinds'].includes(of.type)) below(of, name)
      }
    }
  }
}
function withoutOf(record: RecordField, name: string): string | undefined {
  if (!(name in record.optional)) return undefined
  const value = record.optional[name]
  if (value === undefined) return 'nothing'
  return typeof value === 'function' ? 'see there' : `\`${JSON.stringify(value)}\``
}

/** docs/format.md: every field of the document with what may stand there, its default and what it means, from the table. @throws Error where a meaning is missing or is of no field */
export function writtenFormat(): string {
  const tables: Tables = new Map()
  tell(showTable, '', tables, 'show')
  const parts = [...tables].map(([called, rows]) => {
    const meant = MEANINGS[called]
    if (!meant) throw new Error(`Nothing is said of "${called}"`)
    for (const field of Object.keys(meant.fields)) if (!rows.has(field)) throw new Error(`"${called}" has no "${field}"`) // prettier-ignore
    const lines = [...rows.values()].map(({ field, values, without, kinds }) => {
      const meaning = meant.fields[field]
      if (meaning === undefined) throw new Error(`Nothing is said of "${field}" of "${called}"`)
      const isOfAll = kinds.size === 0 || field === 'kind' || field === 'at' || field === 'id' || field === 'name'
      const of = isOfAll || kinds.size === everyKind(rows) ? '' : ` (${[...kinds].join(', ')})`
      return `| \`${field}\`${of} | ${[...values].join(', or ').replaceAll('|', '\\|')} | ${without ?? '–'} | ${meaning} |`
    })
    const head =
      lines.length > 0 ? '| field | what stands there | default | what it means |\n| --- | --- | --- | --- |\n' : ''
    return `## ${called}\n\n${meant.about}\n\n${head}${lines.join('\n')}`.trimEnd()
  })
  return `# The show document, field by field

\`esvik-show\`, version 1. This is written from the table of fields that the program itself reads by (\`npm run schema\`), as is the JSON
Schema beside it, esvik-show.schema.json. A dash stands where a field must be said; *nothing* where it may be left out and then isn’t there.
What a run makes of it is in engine.md.

${parts.join('\n\n')}
`
}
const everyKind = (rows: ReadonlyMap<string, Row>): number =>
  Math.max(...[...rows.values()].map(({ kinds }) => kinds.size))
