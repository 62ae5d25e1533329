import Flatbush from 'flatbush'
import { BUSES } from '../show/table'
import type { Cue, Hold, Pool, Prop, Rule, Show, Sound, Step, Zone } from '../show/types'
import { middleOf, solidOf, type Solid } from '../space'
import { channelOf } from './channels'
import { stepLegend, type Columns, type Legend } from './log'

/** What crossings need to know of a zone. The same object as long as the zone's form stays the same. */
export interface ZoneGeometry {
  solid: Solid
  rim: number
  notices: Zone['notices']
}
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
  /** The prop it is tied to, if a cue slides or turns that. */
  mobile: Prop | undefined
  rules: RuleInstance[]
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
  /** What holds it: seconds, the cue, release, for good; undefined for steps with a length of their own or none. */
  hold: Hold | undefined
  /** It takes time, and so has an end that is logged. */
  lasts: boolean
}
/** A show with names resolved to indices, ready to be run many times. */
export interface Compiled {
  show: Show
  zones: CompiledZone[]
  zoneIndex: Map<string, CompiledZone>
  rules: RuleInstance[]
  signals: Map<string, { index: number; rules: RuleInstance[] }>
  clocks: RuleInstance[]
  sounds: Map<string, Sound & { index: number }>
  pools: Map<string, Pool>
  buses: Map<string, number>
  flags: Map<string, number>
  legend: Legend
  /** Columns that no run is writing into just now. */
  spare: Columns | undefined
  /** The bounds of each zone, grown by its rim and a hair: six numbers a zone; of zones that move none that anything meets. */
  bounds: Float64Array
  /** Zones in plan, for shows with many. */
  near?: Flatbush
}
const INDEX_FROM = 80

const geometries = new WeakMap<Zone['shape'], { geometry: ZoneGeometry; frame: unknown }>()
function geometryOf(show: Show, zone: Zone): ZoneGeometry {
  const prop = zone.tiedTo && show.place.props.find((p) => p.id === zone.tiedTo!.prop)
  const known = geometries.get(zone.shape)
  if (known && known.frame === prop && known.geometry.rim === zone.rim && known.geometry.notices === zone.notices)
    return known.geometry
  const geometry = { solid: solidOf(zone.shape, prop), rim: zone.rim, notices: zone.notices }
  geometries.set(zone.shape, { geometry, frame: prop })
  return geometry
}

export function compile(show: Show): Compiled {
  const moving = movedProps(show)
  const cues = compiledCues(show)
  const rules: RuleInstance[] = []
  const instance = (rule: Rule, zone: CompiledZone | undefined, name: string): RuleInstance | undefined => {
    if (!rule.enabled) return undefined
    const made = { index: rules.length, name, rule: uniform(rule), at: rule.on.at, zone, cue: cues.get(rule.cue)! }
    rules.push(made)
    return made
  }
  const zones = show.zones.map((zone, index) => {
    const mobile = zone.tiedTo && moving.get(zone.tiedTo.prop)
    const compiled: CompiledZone = { index, zone, geometry: geometryOf(show, zone), mobile, rules: [] }
    const kit = zone.kit === undefined ? undefined : show.kits.find((k) => k.id === zone.kit)
    const kitRules = (kit?.rules ?? []).map((rule) =>
      instance({ ...rule, ...zone.overrides?.[rule.id] }, compiled, `${zone.id}/${rule.id}`),
    )
    const own = zone.rules.map((rule) => instance(rule, compiled, rule.id))
    compiled.rules = [...kitRules, ...own].filter((r) => r !== undefined)
    return compiled
  })
  show.rules.forEach((rule) => instance(rule, undefined, rule.id))
  const signals = signalsOf(show, rules)
  const buses = [...BUSES, ...show.buses.map((bus) => bus.id).filter((id) => !BUSES.includes(id as never))]
  return {
    show,
    zones,
    zoneIndex: new Map(zones.map((z) => [z.zone.id, z])),
    rules,
    signals,
    clocks: rules.filter((rule) => rule.at === 'clock'),
    sounds: new Map(show.sounds.map((sound, index) => [sound.id, { ...sound, index }])),
    pools: new Map(show.pools.map((p) => [p.id, p])),
    buses: new Map(buses.map((id, index) => [id, index])),
    flags: new Map(show.flags.map((flag, index) => [flag.id, index])),
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
    bounds: boundsOf(zones),
    near: zones.length >= INDEX_FROM ? indexOf(zones) : undefined,
  }
}

function compiledCues(show: Show): Map<string, CompiledCue> {
  let next = 0
  const compiled = (step: Step): CompiledStep => {
    const hold = holdOf(step)
    const lasts = hold === undefined ? OWN_LENGTH.has(step.kind) : hold !== 'keep'
    return { index: next++, step, id: step.id, at: step.at, jitter: step.jitter, hold, lasts }
  }
  return new Map(
    show.cues.map((cue, index): [string, CompiledCue] => [
      cue.id,
      { index, cue, steps: cue.steps.filter((step) => !step.muted).map(compiled) },
    ]),
  )
}

/** Kinds that last as long as they say themselves. */
const OWN_LENGTH = new Set<Step['kind']>(['sound', 'camera', 'fade'])

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

const HAIR = 1e-4

function boundsOf(zones: CompiledZone[]): Float64Array {
  const bounds = new Float64Array(6 * zones.length)
  zones.forEach(({ geometry: { solid, rim }, mobile }, index) => {
    for (let side = 0; side < 6; side++) {
      const grown = side < 3 ? solid.bounds[side] - rim - HAIR : solid.bounds[side] + rim + HAIR
      bounds[6 * index + side] = mobile ? (side < 3 ? Infinity : -Infinity) : grown
    }
  })
  return bounds
}

function indexOf(zones: CompiledZone[]): Flatbush {
  const index = new Flatbush(zones.length)
  for (const { geometry } of zones) {
    const [x0, , z0, x1, , z1] = geometry.solid.bounds
    index.add(x0 - geometry.rim, z0 - geometry.rim, x1 + geometry.rim, z1 + geometry.rim)
  }
  index.finish()
  return index
}

export const middleOfZone = (zone: CompiledZone): [number, number, number] => middleOf(zone.geometry.solid)

/** The props that a cue slides or turns, by their ids. */
function movedProps(show: Show): Map<string, Prop> {
  const ids = new Set(
    show.cues.flatMap((cue) =>
      cue.steps.flatMap((step) =>
        step.kind === 'prop' && !step.muted && (step.slide || step.turn) ? [step.prop] : [],
      ),
    ),
  )
  return new Map(show.place.props.flatMap((prop) => (ids.has(prop.id) ? [[prop.id, prop] as const] : [])))
}
