import { wholeOf } from '~/document/groups'
import { parseShow, type Listed, type Show } from '~~/core/show'

/** What of a fragment is meant if nobody says: its groups, its zones, or what stands in its place, or its cues and walks. */
function mostOf(show: Show): Listed[] {
  const all = (list: Listed['list'], items: readonly { id: string }[]) => items.map(({ id }): Listed => ({ list, id }))
  const { place } = show
  const tries = [
    show.groups.flatMap(wholeOf),
    all('zones', show.zones),
    [...all('props', place.props), ...all('lights', place.lights), ...all('marks', place.marks)],
    [...all('walls', place.walls), ...all('floors', place.floors)],
    [...all('cues', show.cues), ...all('walks', show.walks)],
  ]
  return tries.find((things) => things.length > 0) ?? []
}

/** Which things of a fragment are meant, and which show they were copied from. */
export interface Meant {
  show: string
  things: Listed[]
}

/**
 * What was copied, from its text and, if it was copied here, from what was said beside it.
 * @throws ShowError if it is no part of a show
 */
export function pasted(text: string, said: string): { fragment: Show; meant: Meant } {
  const fragment = parseShow(text)
  return { fragment, meant: said ? (JSON.parse(said) as Meant) : { show: '', things: mostOf(fragment) } }
}
