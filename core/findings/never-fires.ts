import { memoFor } from '../base'
import { isMet, kitRulesOf, ownCuesOf, type Condition, type Rule, type Show, type Step, type Zone } from '../show'

/** Why a rule can't fire, whoever walks. */
export type NeverFires =
  /** Its zone is off, and no step switches it on. */
  | { why: 'zone off' }
  | { why: 'no chance' }
  /** Nothing sends the signal, or only the cue that would have to be fired by it. */
  | { why: 'unsent'; signal: string }
  | { why: 'sent by itself'; signal: string }
  /** The flag never is as the condition wants it. */
  | { why: 'flag'; condition: Condition }
  /** Two conditions that can't hold together. */
  | { why: 'contradiction'; flag: string }
  /** No body has all of these tags. */
  | { why: 'nobody'; tags: string[] }

const stepsFor = memoFor<Show['cues'], readonly { cue: string; step: Step }[]>()
/** Every step that can happen, with the cue that it is in; with parts filled, those of each zone. */
function allSteps(show: Show): readonly { cue: string; step: Step }[] {
  return stepsFor(show.cues, [show.kits, show.zones], () => {
    const own = [...ownCuesOf(show).values()].map(({ cue }) => cue)
    return [...show.cues, ...own].flatMap(({ id, steps }) =>
      steps.filter(({ muted }) => !muted).map((step) => ({ cue: id, step })),
    )
  })
}

/** All rules that are on and can't fire, whoever walks, each as it holds at its zone. */
export function neverFiring(show: Show): { rule: Rule; zone: Zone | undefined }[] {
  const all = [
    ...show.zones.flatMap((zone) => [...zone.rules, ...kitRulesOf(show, zone)].map((rule) => ({ rule, zone }))),
    ...show.rules.map((rule) => ({ rule, zone: undefined })),
  ]
  return all.filter(({ rule, zone }) => rule.enabled && whyNeverFires(show, rule, zone) !== undefined)
}

/** Why a rule can't fire, as it holds at its zone (parts filled, exceptions applied); undefined where nothing is known against it. */
export function whyNeverFires(show: Show, rule: Rule, zone: Zone | undefined): NeverFires | undefined {
  const steps = allSteps(show)
  const isSwitchedOn = (id: string) =>
    steps.some(({ step }) => step.kind === 'zone' && step.enabled && step.zone === id)
  if (zone && !zone.enabled && !isSwitchedOn(zone.id)) return { why: 'zone off' }
  if (rule.chance === 0) return { why: 'no chance' }
  return unsent(steps, rule) ?? unmeant(show, rule) ?? unmet(show, steps, rule)
}

function unsent(steps: ReturnType<typeof allSteps>, { on, cue }: Rule): NeverFires | undefined {
  if (on.at !== 'signal') return undefined
  const senders = steps.filter(({ step }) => step.kind === 'signal' && step.name === on.name)
  if (senders.length === 0) return { why: 'unsent', signal: on.name }
  return senders.every((sender) => sender.cue === cue) ? { why: 'sent by itself', signal: on.name } : undefined
}

function unmeant(show: Show, { on, who }: Rule): NeverFires | undefined {
  // A clock moment has no body.
  if (on.at === 'clock' || who.tags.length === 0) return undefined
  const bodies = [
    ...show.walks.map(({ body }) => ({ kind: body.kind, tags: body.tags })),
    ...show.place.props.map(({ tags }) => ({ kind: 'prop' as const, tags })),
  ]
  const isMeant = ({ kind, tags }: (typeof bodies)[number]) =>
    who.kinds.includes(kind) && who.tags.every((tag) => tags.includes(tag))
  return bodies.some(isMeant) ? undefined : { why: 'nobody', tags: who.tags }
}

function unmet(show: Show, steps: ReturnType<typeof allSteps>, { when }: Rule): NeverFires | undefined {
  for (const condition of when) {
    const values = valuesOf(show, steps, condition.flag)
    if (!values) continue
    const fitting = values.filter((value) => isMet(condition, value))
    if (fitting.length === 0) return { why: 'flag', condition }
    const others = when.filter(({ flag }) => flag === condition.flag)
    if (!fitting.some((value) => others.every((other) => isMet(other, value))))
      return { why: 'contradiction', flag: condition.flag }
  }
  return undefined
}
/** The values that a flag can have; undefined where it is counted up or down. */
function valuesOf(show: Show, steps: ReturnType<typeof allSteps>, id: string): (boolean | number)[] | undefined {
  const flag = show.flags.find((each) => each.id === id)
  if (!flag) return undefined
  const values = new Set([flag.start])
  for (const { step } of steps) {
    if (step.kind !== 'flag' || step.flag !== id) continue
    if (step.add !== undefined) return undefined
    if (step.set !== undefined) values.add(step.set)
  }
  return [...values]
}
