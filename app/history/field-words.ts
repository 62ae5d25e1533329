import { itemsOf, LIST_NAMES, type ChangedField, type Show, fieldIn } from '~~/core/show'
import { rulesOf } from '~~/core/score'
import { ruleName } from '~/words/sentences'
import { stepWords } from '~/words/step-kinds'
import { colourWords } from '~/words/colours'
import { plain } from '~/words/time'

/** What is said of a field whose name in the format says it to nobody. */
const FIELDS: { [path: string]: string } = { 'shape at': 'where it lies', at: 'where it stands' }
/** A name of the format as one says it: `fadeIn` → fade in. */
const said = (key: string): string => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)

/** A rule or a step by what it is called in one of two versions, if the key is the id of one. */
function named(versions: readonly Show[], list: string | undefined, id: string): string {
  if (list !== 'rules' && list !== 'steps') return said(id)
  for (const show of versions) {
    const step = show.cues.flatMap(({ steps }) => steps).find((each) => each.id === id)
    if (list === 'steps' && step) return `“${stepWords(show, step)}”`
    if (list === 'rules' && rulesOf(show).has(id)) return `“${ruleName(show, id)}”`
  }
  return id
}

/** Which field it is, in words: rule “Rope creaks”, cooldown seconds. */
export function fieldWords(versions: readonly Show[], { keys }: ChangedField): string {
  const words = keys.map((key, i) => named(versions, keys[i - 1], key))
  const [first, second, ...more] = words
  const isItem = first === 'rules' || first === 'steps'
  const head = isItem ? `${first.slice(0, -1)} ${second ?? ''}` : [first, second].filter(Boolean).join(' ')
  if (!isItem && more.length === 0) return FIELDS[head] ?? head
  return more.length > 0 ? `${head}, ${more.join(' ')}` : head
}

/** A value as it can be read beside another. */
export function valueWords(show: Show, value: unknown): string {
  if (value === undefined || value === null) return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return plain(value)
  if (typeof value === 'string')
    return nameOf(show, value) ?? (value === '' ? 'none' : (colourWords(value) ?? `“${short(value)}”`))
  if (Array.isArray(value) && value.length <= 4 && value.every((item) => typeof item !== 'object'))
    return value.map((item) => valueWords(show, item)).join(', ') || 'none'
  if (Array.isArray(value)) return `${value.length} of them`
  const kind = fieldIn(value, 'kind') ?? fieldIn(value, 'at')
  if (typeof kind === 'string') return `a ${kind}`
  const parts = Object.entries(value ?? {}).slice(0, MOST)
  return parts.map(([key, part]) => `${said(key)} ${valueWords(show, part)}`).join(', ')
}
/** So many parts of a value are said. */
const MOST = 3
const short = (text: string): string => (text.length > 40 ? `${text.slice(0, 39)}…` : text)

function nameOf(show: Show, id: string): string | undefined {
  for (const list of LIST_NAMES) {
    const item = itemsOf(show, list).find((each) => each.id === id)
    if (item?.name) return item.name
  }
  return undefined
}
