import { ownCuesOf, type Cue, type Editor, type Point, type PromptStep, type Show } from '~~/core/show'
import { middleOf } from '~~/core/space'
import { solidOfZone } from './geometry'

/** A prompt as it hangs in the place: over a prop, over a mark, in the middle of a zone. */
export interface Hung {
  cue: Cue
  step: PromptStep
  /** What its height counts from. */
  over: Point
  /** How wide and high its board is (m). */
  width: number
  height: number
}
/** How wide a letter is and how high a board, for each metre of a line. */
const LETTER = 0.55
const BOARD = 1.6

/** Every board: over what it is anchored to, where that is a part of a kit once at each of its zones. */
export function promptsHung(show: Show): Hung[] {
  const own = [...ownCuesOf(show).values()].map(({ cue }) => cue)
  return show.cues.flatMap((cue) =>
    cue.steps.flatMap((step): Hung[] => {
      if (step.kind !== 'prompt') return []
      const letters = step.text.length + (step.key ? step.key.length + 2 : 0)
      const board = { cue, step, width: letters * step.size * LETTER, height: step.size * BOARD }
      const over = anchorOf(show, step)
      if (over) return [{ ...board, over }]
      return own.flatMap((each) => {
        const mine = each.id === cue.id ? each.steps.find(({ id }) => id === step.id) : undefined
        const at = mine?.kind === 'prompt' ? anchorOf(show, mine) : undefined
        return at ? [{ ...board, over: at }] : []
      })
    }),
  )
}
function anchorOf(show: Show, { anchor }: PromptStep): Point | undefined {
  if ('prop' in anchor) {
    const prop = show.place.props.find(({ id }) => id === anchor.prop)
    return prop && [prop.at[0], prop.at[1] + prop.size[1], prop.at[2]]
  }
  if ('mark' in anchor) return show.place.marks.find(({ id }) => id === anchor.mark)?.at
  const zone = show.zones.find(({ id }) => id === anchor.zone)
  return zone && middleOf(solidOfZone(show, zone))
}

/** Hangs a prompt at a height (m above nought). */
export function hangPrompt(edit: Editor, { cue, step, over }: Hung, y: number): void {
  edit.set(['cues', cue.id, 'steps', step.id, 'lift'], Math.round((y - over[1]) * 1000) / 1000)
}
