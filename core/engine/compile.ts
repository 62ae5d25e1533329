import Flatbush from 'flatbush'
import { BUSES } from '../show/table'
import type { Cue, Pool, Rule, Show, Sound, Step, Zone } from '../show/types'
import { middleOf, solidOf, type Solid } from '../space'

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
  zone: CompiledZone | undefined
  cue: CompiledCue
}
export interface CompiledZone {
  index: number
  zone: Zone
  geometry: ZoneGeometry
  /** Tied to a prop that a cue slides or turns. */
  mobile: boolean
  rules: RuleInstance[]
}
export interface CompiledCue {
  cue: Cue
  /** Without the muted ones. */
  steps: Step[]
}
/** A show with names resolved to indices, ready to be run many times. */
export interface Compiled {
  show: Show
  zones: CompiledZone[]
  zoneIndex: Map<string, CompiledZone>
  rules: RuleInstance[]
  signals: Map<string, RuleInstance[]>
  clocks: RuleInstance[]
  sounds: Map<string, Sound>
  pools: Map<string, Pool>
  busGain: Map<string, number>
  /** Zones in plan, for shows with many. */
  near?: Flatbush
  /** For legs of walks already run: the zones they touch. */
  touched: WeakMap<object, CompiledZone[]>
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
  const cues = new Map<string, CompiledCue>(
    show.cues.map((cue) => [cue.id, { cue, steps: cue.steps.filter((step) => !step.muted) }]),
  )
  const rules: RuleInstance[] = []
  const instance = (rule: Rule, zone: CompiledZone | undefined, name: string): RuleInstance | undefined => {
    if (!rule.enabled) return undefined
    const made = { index: rules.length, name, rule, zone, cue: cues.get(rule.cue)! }
    rules.push(made)
    return made
  }
  const zones = show.zones.map((zone, index) => {
    const mobile = zone.tiedTo !== undefined && moving.has(zone.tiedTo.prop)
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
  const signals = new Map<string, RuleInstance[]>()
  for (const rule of rules) {
    const on = rule.rule.on
    if (on.at === 'signal') signals.set(on.name, [...(signals.get(on.name) ?? []), rule])
  }
  return {
    show,
    zones,
    zoneIndex: new Map(zones.map((z) => [z.zone.id, z])),
    rules,
    signals,
    clocks: rules.filter((r) => r.rule.on.at === 'clock'),
    sounds: new Map(show.sounds.map((s) => [s.id, s])),
    pools: new Map(show.pools.map((p) => [p.id, p])),
    busGain: new Map<string, number>([
      ...BUSES.map((id) => [id, 0] as const),
      ...show.buses.map((b) => [b.id, b.gain] as const),
    ]),
    near: zones.length >= INDEX_FROM ? indexOf(zones) : undefined,
    touched: new WeakMap(),
  }
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

/** The props that a cue slides or turns. */
function movedProps(show: Show): Set<string> {
  const steps = show.cues.flatMap((cue) => cue.steps)
  return new Set(
    steps.flatMap((step) => (step.kind === 'prop' && !step.muted && (step.slide || step.turn) ? [step.prop] : [])),
  )
}
