import { isRecord, type Field } from './fields'

/**
 * A copy of a valid value in which every default of the table stands in place of what was left out.
 * Fields stand in the order of the table, so that two documents that say the same are written the same.
 */
export function complete(field: Field, value: unknown): unknown {
  switch (field.type) {
    case 'record': {
      const given = value as Record<string, unknown>
      const result: Record<string, unknown> = {}
      for (const [name, of] of Object.entries(field.fields)) {
        let item = given[name]
        if (item === undefined) {
          const standard = field.optional[name]
          item = typeof standard === 'function' ? standard(given) : standard
        }
        if (item !== undefined) result[name] = complete(of, item)
      }
      return result
    }
    case 'kinds':
      return complete(field.kinds[(value as Record<string, string>)[field.by]], value)
    case 'either':
      return complete(
        (field.options.find((o) => o.meant(value)) ?? field.options[field.options.length - 1]).field,
        value,
      )
    case 'list':
      return (value as unknown[]).map((item) => complete(field.of, item))
    case 'map':
      return isRecord(value)
        ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, complete(field.of, v)]))
        : {}
    case 'numbers':
    case 'range':
      return [...(value as number[])]
    default:
      return value
  }
}
