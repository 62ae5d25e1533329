import { memo } from '../../base'
import {
  kitRulesOf,
  nameOfKitRule,
  ownCueName,
  type Mark,
  type Prop,
  type Rule,
  type Show,
  type Zone,
} from '../../show'
import { CHANNEL, type ClaimedChannel } from '../history'
import type { Legend } from '../log'
import { geometryOf, layoutOf, type Layout, type ZoneGeometry } from '../ways'
import { cuesOf, type CompiledCue } from './cues'
import { carriableProps } from './moved-props'

/** A rule as one zone has it: a kit's rule becomes one for each of its zones. */
export interface RuleInstance {
  index: number
  /** The name in the log: the rule's id, or ZONE/RULE for a kit's. */
  name: string
  rule: Rule
  /** The kind of moment it waits for. */
  at: Rule['on']['at']
  /** It is a kit's. */
  ofKit: boolean
  zone: CompiledZone | undefined
  cue: CompiledCue
}
export interface CompiledZone {
  index: number
  zone: Zone
  geometry: ZoneGeometry
  /** The prop it is tied to, if a cue slides, turns or flings that. */
  carrier: Prop | undefined
  rules: RuleInstance[]
  /** Those of its rules that wait for an enter, a leave, a stay, and whether any waits for a look. */
  hears: { enter: RuleInstance[]; leave: RuleInstance[]; dwell: RuleInstance[]; look: boolean }
}

/** A show with names resolved to indices, ready to be run many times. */
export interface Compiled {
  show: Show
  zones: CompiledZone[]
  zoneIndex: Map<string, CompiledZone>
  /** Those that are tied to a prop which some cue moves. */
  movable: CompiledZone[]
  /** Zone by zone, whether it is on from the start. */
  enabled: Uint8Array
  rules: RuleInstance[]
  signals: Map<string, { index: number; rules: RuleInstance[] }>
  clocks: RuleInstance[]
  /** The rules that wait for an end of a cue, by the cue's id. */
  ends: Map<string, RuleInstance[]>
  /** The rules that wait for a look. */
  looks: RuleInstance[]
  flags: Map<string, number>
  props: Map<string, Prop>
  marks: Map<string, Mark>
  /** The props that some cue slides, turns or flings. */
  moved: Map<string, Prop>
  /** The props that some cue has players take along. */
  carriable: Set<string>
  /** The channels of those props that some step claims, by the props' ids. */
  propChannels: Map<string, ClaimedChannel>
  /** How many channels some step claims. */
  channels: number
  legend: Legend
  /** How the zones lie. */
  layout: Layout
  /** Props that some cue flings. */
  flung: Prop[]
  /** A flung prop can set something off, or carries a zone about. */
  flightsMatter: boolean
}

function compile(show: Show): Compiled {
  const { cues, channels, buses, moved, flung, legend } = cuesOf(show)
  const rules: RuleInstance[] = []
  const instance = (
    rule: Rule,
    zone: CompiledZone | undefined,
    name: string,
    ofKit?: string,
  ): RuleInstance | undefined => {
    if (!rule.enabled) return undefined
    const made = {
      index: rules.length,
      name,
      rule: uniform(rule),
      at: rule.on.at,
      ofKit: ofKit !== undefined,
      zone,
      cue: (ofKit && cues.get(ownCueName(rule.cue, ofKit))) || cues.get(rule.cue)!,
    }
    rules.push(made)
    return made
  }
  const zones = show.zones.map((zone, index) => {
    const carrier = zone.tiedTo && moved.get(zone.tiedTo.prop)
    const compiled: CompiledZone = {
      index,
      zone,
      geometry: geometryOf(show, zone),
      carrier,
      rules: [],
      hears: heardBy([]),
    }
    const kitRules = kitRulesOf(show, zone).map((rule) => instance(rule, compiled, nameOfKitRule(zone, rule), zone.id))
    const own = zone.rules.map((rule) => instance(rule, compiled, rule.id))
    compiled.rules = [...kitRules, ...own].filter((r) => r !== undefined)
    compiled.hears = heardBy(compiled.rules)
    return compiled
  })
  show.rules.forEach((rule) => instance(rule, undefined, rule.id))
  const signals = signalsOf(show, rules)
  return {
    show,
    zones,
    zoneIndex: new Map(zones.map((z) => [z.zone.id, z])),
    movable: zones.filter((zone) => zone.carrier !== undefined),
    enabled: Uint8Array.from(zones, ({ zone }) => (zone.enabled ? 1 : 0)),
    rules,
    signals,
    clocks: rules.filter((rule) => rule.at === 'clock'),
    ends: endsOf(rules),
    looks: rules.filter((rule) => rule.at === 'look'),
    flags: new Map(show.flags.map((flag, index) => [flag.id, index])),
    props: new Map(show.place.props.map((prop) => [prop.id, prop])),
    marks: new Map(show.place.marks.map((mark) => [mark.id, mark])),
    moved,
    carriable: carriableProps(show),
    propChannels: propChannelsOf(show, channels),
    channels: channels.size,
    legend: {
      zones: show.zones.map((zone) => zone.id),
      cues: [...cues.values()].map(({ cue }) => cue.id),
      rules: rules.map(({ name, zone, cue }) => ({
        rule: name,
        ...(zone && { zone: zone.zone.id }),
        cue: cue.cue.id,
      })),
      steps: legend,
      sounds: show.sounds.map((sound) => sound.id),
      buses,
      signals: [...signals.keys()],
      flags: show.flags.map((flag) => flag.id),
      keys: ['E'],
    },
    layout: layoutOf(zones.map((zone) => zone.geometry)),
    flung,
    flightsMatter:
      rules.some(({ rule }) => rule.who.kinds.includes('prop')) ||
      zones.some(({ carrier }) => carrier && flung.includes(carrier)),
  }
}

const heardBy = (rules: readonly RuleInstance[]): CompiledZone['hears'] => ({
  enter: rules.filter((rule) => rule.at === 'enter'),
  leave: rules.filter((rule) => rule.at === 'leave'),
  dwell: rules.filter((rule) => rule.at === 'dwell'),
  look: rules.some((rule) => rule.at === 'look'),
})

const propChannelsOf = (show: Show, channels: Map<string, ClaimedChannel>): Map<string, ClaimedChannel> =>
  new Map(
    show.place.props.flatMap(({ id }) => {
      const channel = channels.get(CHANNEL.prop(id))
      return channel ? [[id, channel] as const] : []
    }),
  )

/** The same rule with every field there, so that all rules are alike to the machine. */
function uniform(rule: Rule): Rule {
  const { id, name, enabled, on, who, when, per, debounce, limit, cooldown, busy, chance, delay, cue, onLeave } = rule
  return { id, name, enabled, on, who, when, per, debounce, limit, cooldown, busy, chance, delay, cue, onLeave }
}

function endsOf(rules: readonly RuleInstance[]): Compiled['ends'] {
  const ends: Compiled['ends'] = new Map()
  for (const rule of rules) {
    const { on } = rule.rule
    if (on.at === 'end') ends.set(on.cue, [...(ends.get(on.cue) ?? []), rule])
  }
  return ends
}

/** Every signal that is sent or waited for, and who listens. */
function signalsOf(show: Show, rules: readonly RuleInstance[]): Compiled['signals'] {
  const sent = show.cues.flatMap((cue) => cue.steps.flatMap((step) => (step.kind === 'signal' ? [step.name] : [])))
  const awaited = rules.flatMap(({ rule }) => (rule.on.at === 'signal' ? [rule.on.name] : []))
  const listening = (name: string) => rules.filter(({ rule: { on } }) => on.at === 'signal' && on.name === name)
  return new Map([...new Set([...sent, ...awaited])].map((name, index) => [name, { index, rules: listening(name) }]))
}

/** A show compiled; once for each show. */
export const compiledOf = memo(compile)
