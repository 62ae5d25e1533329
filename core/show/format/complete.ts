import { fieldsIn, isRecord, itemsIn, kindOf, meantBy, type Field } from './fields'

/**
 * A copy of a valid value in which every default of the table stands in place of what was left out.
 * Fields stand in the order of the table, so that two documents that say the same are written the same.
 */
export function complete(field: Field, value: unknown): unknown {
  switch (field.type) {
    case 'record': {
      const given = fieldsIn(value)
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
      return complete(kindOf(field, value), value)
    case 'either':
      return complete(meantBy(field, value), value)
    case 'list':
      return itemsIn(value).map((item) => complete(field.of, item))
    case 'map':
      return isRecord(value)
        ? Object.fromEntries(Object.entries(value).map(([k, v]) => [k, complete(field.of, v)]))
        : {}
    case 'numbers':
    case 'range':
      return [...itemsIn(value)]
    default:
      return value
  }
}
