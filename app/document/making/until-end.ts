import { withId } from '~~/core/base'
import { usesOf, type Cue, type Editor, type Show } from '~~/core/show'
import { freshCue, freshRule } from './fresh'
import { freeStepId } from './fresh-step'

/** What ends a cue as soon as another has ended: that other, the rule without a zone that hears its end, and the cue which that fires. */
interface Ending {
  after: string
  rule: string
  cue: string
}
type Keys = readonly (string | number)[]

/** It does nothing but end one cue. */
const onlyEnds = ({ steps: [step, ...others] }: Cue, id: string): boolean =>
  step?.kind === 'stop' && step.cue === id && others.length === 0
function endingOf({ cues, rules }: Show, id: string): Ending | undefined {
  const ends = new Set(cues.flatMap((cue) => (onlyEnds(cue, id) ? [cue.id] : [])))
  for (const { id: rule, on, cue } of rules)
    if (ends.has(cue) && on.at === 'end' && !on.inside) return { after: on.cue, rule, cue }
  return undefined
}
/** Where the rules lie that fire a cue. */
const firings = (show: Show, id: string): Keys[] =>
  usesOf(show, 'cues', id).flatMap(({ keys }) =>
    keys.includes('rules') && !keys.includes('on') ? [keys.slice(0, -1)] : [],
  )
const lets = (edit: Editor, id: string, onLeave: 'release' | 'nothing') => {
  for (const keys of firings(edit.show, id)) edit.setFound([...keys, 'onLeave'], onLeave)
}

/** The cue with whose end a cue lets go of what it holds, if there is one. */
export const endsWith = (show: Show, id: string): string | undefined => endingOf(show, id)?.after

/** What a cue holds until release it holds until another has ended, however far its body goes meanwhile. */
export function holdUntilEnd(edit: Editor, id: string, after: string): void {
  letGoByLeaving(edit, id)
  const nameOf = (cue: string) => withId(edit.show.cues, cue).name
  const ending = freshCue(edit.show, `${nameOf(id)} until ${nameOf(after)} ends`)
  edit.add(['cues'], {
    ...ending,
    steps: [{ id: freeStepId(edit.show, 'stop'), kind: 'stop', at: 0, jitter: 0, muted: false, cue: id, fade: 0.5 }],
  })
  const on = { at: 'end', cue: after, why: 'any', inside: false } as const
  edit.add(['rules'], { ...freshRule(edit.show, { id: 'show' }, ending.id), on })
  lets(edit, id, 'nothing')
}

/** It ends with no other cue any more: leaving lets go again. */
export function letGoByLeaving(edit: Editor, id: string): void {
  const ending = endingOf(edit.show, id)
  if (!ending) return
  edit.remove(['rules', ending.rule])
  if (usesOf(edit.show, 'cues', ending.cue).length === 0) edit.remove(['cues', ending.cue])
  lets(edit, id, 'release')
}
