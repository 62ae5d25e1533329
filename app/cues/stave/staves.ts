import type { Show, Step } from '~~/core/show'
import { SENSES, stepWords, wordsOf, type Sense } from '~/words/step-kinds'
import { fitsWithin } from '../kinds/pictures'
import { sheetOf } from '../kinds/step-sheets'
import { endOf, type Stroke } from '../kinds/stroke'

/** A lane of the stave: the steps of one sense in rows in which none lies on another. */
export interface StaveLane {
  sense: Sense
  rows: Stroke[][]
}

/** What a step is called on the stave; a board by what it says. */
export const nameOnStave = (show: Show, step: Step): string =>
  step.kind === 'prompt' ? `${step.key ? `${step.key} ` : ''}${step.text}` : stepWords(show, step)

/** The strokes in rows, in which none lies on another; `name` gives how far beyond its end the name of one reaches (s of the stave). */
export function stavesOf(strokes: readonly Stroke[], length: number, name: (stroke: Stroke) => number): StaveLane[] {
  return SENSES.map((sense) => {
    const rows: Stroke[][] = []
    const own = strokes.filter(({ step }) => wordsOf(step.kind).sense === sense).sort((a, b) => a.from - b.from)
    for (const stroke of own) {
      const row = rows.find((each) => {
        const last = each.at(-1)!
        return endOf(last, length) + name(last) <= stroke.from
      })
      if (row) row.push(stroke)
      else rows.push([stroke])
    }
    return { sense, rows }
  })
}

/** Whether the name of a step stands within its stroke, that is so wide (px), or beside its end. */
export const isNamedWithin = ({ kind }: Step, name: string, width: number): boolean =>
  sheetOf(kind).named === 'within' && fitsWithin(name, width)
