import MiniSearch from 'minisearch'
import type { Entry } from './entries'
import { needed } from '~~/core/base'

/** So many are shown. */
const MOST = 40

/** Finds entries by the beginnings of words, and by words that are nearly so; what is found by its name comes first. */
export function finder(entries: readonly Entry[]): (words: string) => Entry[] {
  const index = new MiniSearch<Entry>({
    idField: 'key',
    fields: ['name', 'more', 'kind'],
    searchOptions: { prefix: true, fuzzy: 0.15, boost: { name: 4 }, combineWith: 'AND' },
  })
  index.addAll([...entries])
  const byKey = new Map(entries.map((entry) => [entry.key, entry]))
  return (words) => {
    const found = index.search(words).map(({ id }) => needed(byKey.get(id as string), `byKey`))
    // What is called exactly so stands before all others, then what begins so.
    const typed = words.trim().toLowerCase()
    const rank = ({ name }: Entry) => {
      const called = name.toLowerCase()
      return called === typed ? 0 : called.startsWith(typed) ? 1 : 2
    }
    return found.sort((a, b) => rank(a) - rank(b)).slice(0, MOST)
  }
}
