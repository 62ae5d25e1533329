import { BUSES } from '../show/table'
import type { Agenda } from './agenda'
import type { Cue, Hold, Mark, Pool, Prop, Rule, Show, Sound, Step, Zone } from '../show/types'
import { middleOf } from '../space'
import { channelOf, claimedBy, claimedChannels, type ClaimedChannel } from './channels'
import { flungProps } from './flung'
import { geometryOf, layoutOf, type Layout, type ZoneGeometry } from './layout'
import { stepLegend, type Columns, type Legend } from './log'
import { aimsOf, type Aim } from './steps/aims'
import type { World } from './world'

/** A rule as one zone has it: a kit's rule becomes one for each of its zones. */
export interface RuleInstance {
  index: number
  /** The name in the log: the rule's id, or ZONE/RULE for a kit's. */
  name: string
  rule: Rule
  /** The kind of moment it waits for. */
  at: Rule['on']['at']
  zone: CompiledZone | undefined
  cue: CompiledCue
}
export interface CompiledZone {
  index: number
  zone: Zone
  geometry: ZoneGeometry
  /** The prop it is tied to, if a cue slides, turns or flings that. */
  mobile: Prop | undefined
  rules: RuleInstance[]
  /** Those of its rules that wait for an enter, a leave, a stay, and whether any waits for a look. */
  hears: { enter: RuleInstance[]; leave: RuleInstance[]; dwell: RuleInstance[]; look: boolean }
}
export interface CompiledCue {
  index: number
  cue: Cue
  /** Without the muted ones. */
  steps: CompiledStep[]
}
/** A step with what every kind of step has, worked out once. */
export interface CompiledStep {
  /** Its place in the legend of the log. */
  index: number
  step: Step
  id: string
  at: number
  jitter: number
  /** What its jitter draws as. */
  jitterName: string
  /** What holds it: seconds, the cue, release, for good; undefined for steps with a length of their own or none. */
  hold: Hold | undefined
  /** It takes time, and so has an end that is logged. */
  lasts: boolean
  /** How long it lasts by itself, where that is known beforehand (s). */
  length: number | undefined
  /** What it does can decide when rules fire, and not only its end. */
  decides: boolean
  /** The channel it claims, and what fields of it. */
  channel: ClaimedChannel | undefined
  aims: Aim[]
}
export type CompiledSound = Sound & { index: number }
export interface CompiledPool extends Pool {
  index: number
  /** Its sounds, in its order. */
  entries: CompiledSound[]
}
/** A show with names resolved to indices, ready to be run many times. */
export interface Compiled {
  show: Show
  zones: CompiledZone[]
  zoneIndex: Map<string, CompiledZone>
  rules: RuleInstance[]
  signals: Map<string, { index: number; rules: RuleInstance[] }>
  clocks: RuleInstance[]
  sounds: Map<string, CompiledSound>
  pools: Map<string, CompiledPool>
  buses: Map<string, number>
  flags: Map<string, number>
  props: Map<string, Prop>
  marks: Map<string, Mark>
  /** The channels of those props that some step claims, by the props' ids. */
  propChannels: Map<string, ClaimedChannel>
  legend: Legend
  /** What an earlier run has left for the next one to write into. */
  spare: { columns: Columns; agenda: Agenda<World> } | undefined
  /** How the zones lie. */
  layout: Layout
  /** Props that some cue flings. */
  flung: Prop[]
  /** A flung prop can set something off, or carries a zone about. */
  flightsMatter: boolean
}

export function compile(show: Show): Compiled {
  const moving = movedProps(show)
  const flung = flungProps(show)
  const channels = claimedChannels(
    show,
    show.cues.flatMap((cue) => cue.steps.filter((step) => !step.muted)),
  )
  const cues = compiledCues(show, channels)
  const rules: RuleInstance[] = []
  const instance = (rule: Rule, zone: CompiledZone | undefined, name: string): RuleInstance | undefined => {
    if (!rule.enabled) return undefined
    const made = { index: rules.length, name, rule: uniform(rule), at: rule.on.at, zone, cue: cues.get(rule.cue)! }
    rules.push(made)
    return made
  }
  const zones = show.zones.map((zone, index) => {
    const mobile = zone.tiedTo && moving.get(zone.tiedTo.prop)
    const compiled: CompiledZone = {
      index,
      zone,
      geometry: geometryOf(show, zone),
      mobile,
      rules: [],
      hears: heardBy([]),
    }
    const kit = zone.kit === undefined ? undefined : show.kits.find((k) => k.id === zone.kit)
    const kitRules = (kit?.rules ?? []).map((rule) =>
      instance({ ...rule, ...zone.overrides?.[rule.id] }, compiled, `${zone.id}/${rule.id}`),
    )
    const own = zone.rules.map((rule) => instance(rule, compiled, rule.id))
    compiled.rules = [...kitRules, ...own].filter((r) => r !== undefined)
    compiled.hears = heardBy(compiled.rules)
    return compiled
  })
  show.rules.forEach((rule) => instance(rule, undefined, rule.id))
  const signals = signalsOf(show, rules)
  const sounds = new Map(show.sounds.map((sound, index): [string, CompiledSound] => [sound.id, { ...sound, index }]))
  const buses = [...BUSES, ...show.buses.map((bus) => bus.id).filter((id) => !BUSES.includes(id as never))]
  return {
    show,
    zones,
    zoneIndex: new Map(zones.map((z) => [z.zone.id, z])),
    rules,
    signals,
    clocks: rules.filter((rule) => rule.at === 'clock'),
    sounds,
    pools: new Map(
      show.pools.map((pool, index) => [
        pool.id,
        { ...pool, index, entries: pool.sounds.map(({ sound }) => sounds.get(sound)!) },
      ]),
    ),
    buses: new Map(buses.map((id, index) => [id, index])),
    flags: new Map(show.flags.map((flag, index) => [flag.id, index])),
    props: new Map(show.place.props.map((prop) => [prop.id, prop])),
    marks: new Map(show.place.marks.map((mark) => [mark.id, mark])),
    propChannels: propChannelsOf(show, channels),
    legend: {
      zones: show.zones.map((zone) => zone.id),
      cues: show.cues.map((cue) => cue.id),
      rules: rules.map(({ name, zone, cue }) => ({
        rule: name,
        ...(zone && { zone: zone.zone.id }),
        cue: cue.cue.id,
      })),
      steps: [...cues.values()].flatMap((cue) => cue.steps.map(({ step }) => stepLegend(step, channelOf(step)))),
      sounds: show.sounds.map((sound) => sound.id),
      buses,
      signals: [...signals.keys()],
      flags: show.flags.map((flag) => flag.id),
    },
    spare: undefined,
    layout: layoutOf(zones.map((zone) => zone.geometry)),
    flung,
    flightsMatter:
      rules.some(({ rule }) => rule.who.kinds.includes('prop')) ||
      zones.some(({ mobile }) => mobile && flung.includes(mobile)),
  }
}

const heardBy = (rules: readonly RuleInstance[]): CompiledZone['hears'] => ({
  enter: rules.filter((rule) => rule.at === 'enter'),
  leave: rules.filter((rule) => rule.at === 'leave'),
  dwell: rules.filter((rule) => rule.at === 'dwell'),
  look: rules.some((rule) => rule.at === 'look'),
})

function compiledCues(show: Show, channels: Map<string, ClaimedChannel>): Map<string, CompiledCue> {
  let next = 0
  const compiled = (step: Step, cue: Cue): CompiledStep => {
    const hold = holdOf(step)
    const lasts = hold === undefined ? OWN_LENGTH.has(step.kind) : hold !== 'keep'
    const claimed = claimedBy(step)
    const channel = claimed === undefined ? undefined : channels.get(claimed)
    return {
      index: next++,
      step,
      id: step.id,
      at: step.at,
      jitter: step.jitter,
      jitterName: `${step.id}/jitter`,
      hold,
      lasts,
      length: ownLength(step),
      decides: DECIDING.has(step.kind) || sharesPool(step, cue),
      channel,
      aims: channel ? aimsOf(step, channel) : [],
    }
  }
  return new Map(
    show.cues.map((cue, index): [string, CompiledCue] => [
      cue.id,
      { index, cue, steps: cue.steps.filter((step) => !step.muted).map((step) => compiled(step, cue)) },
    ]),
  )
}

const propChannelsOf = (show: Show, channels: Map<string, ClaimedChannel>): Map<string, ClaimedChannel> =>
  new Map(
    show.place.props.flatMap(({ id }) => {
      const channel = channels.get(`prop:${id}`)
      return channel ? [[id, channel] as const] : []
    }),
  )

/** Kinds that last as long as they say themselves. */
const OWN_LENGTH = new Set<Step['kind']>(['sound', 'camera', 'fade'])

function ownLength(step: Step): number | undefined {
  if (step.kind === 'fade') return step.in + step.stay + step.out
  if (step.kind !== 'camera') return undefined
  return step.marks.reduce((sum, { travel, stay }) => sum + travel + stay, 0) + (step.back?.seconds ?? 0)
}

/** Kinds of which more than the end can decide when rules fire; of a sound its length does, which is drawn. */
const DECIDING = new Set<Step['kind']>(['sound', 'freeze', 'move', 'prop', 'fling', 'signal', 'flag', 'zone', 'stop'])

/** A scatter that draws from the pool of a sound decides which of it comes next. */
const sharesPool = (step: Step, cue: Cue): boolean =>
  step.kind === 'scatter' && cue.steps.some((other) => other.kind === 'sound' && other.pool === step.pool)

function holdOf(step: Step): Hold | undefined {
  if (step.kind === 'sound') return step.loop ? step.hold : undefined
  return 'hold' in step ? step.hold : undefined
}

/** The same rule with every field there, so that all rules are alike to the machine. */
function uniform(rule: Rule): Rule {
  const { id, name, enabled, on, who, when, per, debounce, limit, cooldown, busy, chance, delay, cue, onLeave } = rule
  return { id, name, enabled, on, who, when, per, debounce, limit, cooldown, busy, chance, delay, cue, onLeave }
}

/** Every signal that is sent or waited for, and who listens. */
function signalsOf(show: Show, rules: readonly RuleInstance[]): Compiled['signals'] {
  const sent = show.cues.flatMap((cue) => cue.steps.flatMap((step) => (step.kind === 'signal' ? [step.name] : [])))
  const awaited = rules.flatMap(({ rule }) => (rule.on.at === 'signal' ? [rule.on.name] : []))
  const listening = (name: string) => rules.filter(({ rule: { on } }) => on.at === 'signal' && on.name === name)
  return new Map([...new Set([...sent, ...awaited])].map((name, index) => [name, { index, rules: listening(name) }]))
}

export const middleOfZone = (zone: CompiledZone): [number, number, number] => middleOf(zone.geometry.solid)

/** The props that a cue slides, turns or flings, by their ids. */
function movedProps(show: Show): Map<string, Prop> {
  const ids = new Set(
    show.cues.flatMap((cue) =>
      cue.steps.flatMap((step) =>
        !step.muted && ((step.kind === 'prop' && (step.slide || step.turn)) || step.kind === 'fling')
          ? [step.prop]
          : [],
      ),
    ),
  )
  return new Map(show.place.props.flatMap((prop) => (ids.has(prop.id) ? [[prop.id, prop] as const] : [])))
}
