import { zonesAt } from '~~/core/space'
import { rulesAt, type Cue, type Point, type Rule, type Show, type Step } from '~~/core/show'
import { endsWith } from '~/document/making/until-end'
import { lightName } from '~/words/names'
import { plain } from '~/words/time'
import type { PutIn } from '~/sentence/pieces'
import { sheetOf } from '../kinds/step-sheets'
import type { Shown } from '../preview/shown'

/** A number that misleads, in words, and what would mend it. */
export interface Caution {
  says: string
  mend?: { words: string; put: (put: PutIn) => void }
}

const isIdle = (step: Step): boolean => sheetOf(step.kind).idle(step)

/** What of a step can mislead whoever reads its numbers. `rules` are those that fire its cue. */
export function cautionsOf(
  show: Show,
  cue: Cue,
  step: Step,
  rules: readonly Rule[],
  shown: Shown | undefined,
): Caution[] {
  const found: Caution[] = []
  if (isIdle(step)) found.push({ says: 'It changes nothing yet: say what becomes otherwise.' })
  if (
    'hold' in step &&
    step.hold === 'cue' &&
    shown?.lasted !== undefined &&
    shown.lasted < 0.01 &&
    !('loop' in step && !step.loop)
  )
    found.push({
      says: 'As long as the cue is 0 s here: nothing else in this cue takes any time.',
      mend: { words: 'Until released', put: (put) => put('hold', 'release') },
    })
  if (step.kind === 'freeze' && step.hold === 'keep')
    found.push({
      says:
        step.locks.length > 0
          ? 'Frozen for good: nothing gives this back.'
          : 'Slowed for good, until another freeze for good says otherwise.',
      mend: { words: 'For 2 s', put: (put) => put('hold', 2) },
    })
  if (
    'hold' in step &&
    step.hold === 'release' &&
    rules.length > 0 &&
    rules.every(({ onLeave }) => onLeave === 'nothing') &&
    endsWith(show, cue.id) === undefined
  )
    found.push({ says: 'Whoever leaves releases nothing here, so it goes on: no rule that fires this cue lets go.' })
  if (step.kind === 'move') found.push(...ofMove(show, step))
  if (step.kind === 'prompt') found.push(...ofPrompt(show, step, rules))
  if (step.kind === 'light' || step.kind === 'atmosphere') found.push(...ofLight(show, step, shown))
  if (step.kind === 'camera' && !cue.steps.some((other) => holdsHands(other, step)))
    found.push({ says: 'Whoever set it off walks on meanwhile, unseen: a freeze would hold them.' })
  if (step.kind === 'bed' || step.kind === 'sound')
    if ('hold' in step && typeof step.hold === 'number' && step.fadeIn > step.hold)
      found.push({
        says: `It never comes to its level: it swells for ${plain(step.fadeIn)} s and lasts ${plain(step.hold)} s.`,
      })
  if ('ramp' in step && typeof step.hold === 'number' && (step.ramp.seconds ?? 0) > step.hold)
    found.push({
      says: `It never gets there: it takes ${plain(step.ramp.seconds!)} s and lasts ${plain(step.hold)} s.`,
      mend: { words: `For ${plain(step.ramp.seconds!)} s`, put: (put) => put('hold', step.ramp.seconds!) },
    })
  return found
}

/** A key that is told and that no rule waits for. `rules` fire the cue: where the board hangs is where one presses. */
function ofPrompt(show: Show, { key }: Extract<Step, { kind: 'prompt' }>, rules: readonly Rule[]): Caution[] {
  if (key === undefined) return []
  const keysOf = (some: readonly Rule[]) => some.flatMap(({ on }) => (on.at === 'use' ? [on.key] : []))
  const homes = [...show.zones, ...show.kits]
  if (keysOf(homes.flatMap((home) => home.rules)).includes(key)) return []
  const here = homes.filter((home) => home.rules.some(({ id }) => rules.some((rule) => rule.id === id)))
  const [heard] = keysOf(here.flatMap((home) => home.rules))
  return [
    {
      says: `Nobody hears the key ${key}: no rule waits for it.`,
      ...(heard !== undefined && { mend: { words: `Say ${heard}`, put: (put: PutIn) => put('key', heard) } }),
    },
  ]
}

/** What stands where somebody is put, and isn’t set off. */
function ofMove(show: Show, { mark, quiet }: Extract<Step, { kind: 'move' }>): Caution[] {
  const to = show.place.marks.find(({ id }) => id === mark)
  if (!quiet || !to) return []
  const feet: Point = to.kind === 'camera' ? [to.at[0], to.at[1] - show.player.eye, to.at[2]] : to.at
  const silent = zonesAt(show, feet).filter((zone) => rulesAt(show, zone).some(({ on }) => on.at === 'enter'))
  if (silent.length === 0) return []
  return [
    {
      says: `Whoever is put there is in ${silent.map(({ name }) => name).join(', ')}, and sets nothing off.`,
      mend: { words: 'Also when put there', put: (put) => put('quiet', false) },
    },
  ]
}

const holdsHands = (step: Step, { at }: Step): boolean =>
  step.kind === 'freeze' && !step.muted && step.locks.includes('walk') && step.at <= at + 0.01

function ofLight(
  show: Show,
  step: Extract<Step, { kind: 'light' | 'atmosphere' }>,
  shown: Shown | undefined,
): Caution[] {
  const found: Caution[] = []
  if (step.kind === 'light' && step.flicker && step.flicker.rate > show.wishes.flashes && step.flicker.depth > 0.2)
    found.push({
      says: `It flickers ${plain(step.flicker.rate)} times a second, the show wishes for ${show.wishes.flashes} flashes at the most.`,
    })
  const dims = step.kind === 'light' ? step.on === false || step.candela !== undefined : !isIdle(step)
  if (dims && shown?.darkest !== undefined && shown.darkest >= 0.05)
    found.push({
      says: `At the darkest ${plain(shown.darkest, 1)} lx stay on whoever stands there${from(show, step)}.`,
    })
  return found
}
/** Which lights stay on beside the one that is changed. */
function from(show: Show, step: Step): string {
  const carried = show.place.lights.find(
    ({ id, tiedTo }) => tiedTo && 'player' in tiedTo && !('light' in step && step.light === id),
  )
  return carried ? `, with ${lightName(show, carried.id)} in the hand` : ''
}
