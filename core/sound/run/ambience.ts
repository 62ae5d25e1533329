import { amplitude, withId } from '../../base'
import { DEFAULT_REACH } from '../../engine'
import {
  cueAt,
  rulesAt,
  type BedStep,
  type Cue,
  type Point,
  type Pool,
  type ScatterStep,
  type Show,
  type SoundStep,
  type Zone,
} from '../../show'
import { floorAt, middleOf, noticedBody, solidOf, touches, type Cylinder, type Solid } from '../../space'
import { BLOCK } from '../measure/block'
import { distanceGain } from './propagation'
import { coming } from './propagation'
import { SILENCE, type Envelopes } from './run-loudness'
import { lufs } from '../measure/loudness'

/** Something that is heard for as long as somebody stays in a zone. */
export interface AmbientSound {
  zone: string
  cue: string
  step: string
  /** The name of its sound or pool. */
  name: string
  kind: 'bed' | 'scatter' | 'loop'
  /** Its mean K-weighted power, gains and bus with it, before distance takes any. */
  power: number
  /** Where it is; undefined if it is about the head of whoever hears it. */
  place?: Point
  reach: SoundStep['reach']
}

const middleLevel = ([low, high]: readonly [number, number]): number => {
  // The mean of the power over an even spread of decibels.
  if (high === low) return 10 ** (low / 10)
  const rate = Math.LN10 / 10
  return (Math.exp(rate * high) - Math.exp(rate * low)) / (rate * (high - low))
}

/** The mean power that distance leaves of what is sprinkled evenly between two distances. */
function meanAround(near: number, far: number): number {
  const steps = 16
  let sum = 0
  for (let i = 0; i < steps; i++) sum += distanceGain(DEFAULT_REACH, near + ((i + 0.5) / steps) * (far - near)) ** 2
  return sum / steps
}

type Ambient = BedStep | ScatterStep | SoundStep
const isAmbient = (step: Cue['steps'][number]): step is Ambient =>
  !step.muted && (step.kind === 'bed' || step.kind === 'scatter' || (step.kind === 'sound' && step.loop && !step.pool))

/**
 * What is heard for as long as a player stays in each zone: beds, scatters and loops that entering it begins. What else must hold (flags, chance)
 * is taken to hold. `envelopes`: by asset.
 */
export function ambientSounds(show: Show, envelopes: ReadonlyMap<string, Envelopes>): AmbientSound[] {
  const energies = energiesOf(show, envelopes)
  const found: AmbientSound[] = []
  for (const zone of show.zones) {
    if (!zone.enabled) continue
    const heard = rulesAt(show, zone).filter(
      ({ enabled, on, who }) =>
        enabled && (on.at === 'enter' || on.at === 'dwell') && who.kinds.includes('player') && who.tags.length === 0,
    )
    for (const id of new Set(heard.map(({ cue }) => cue)))
      for (const step of cueAt(show, id, zone)?.steps.filter(isAmbient) ?? []) {
        const sound = ambientOf(show, zone, id, step, energies)
        if (sound) found.push(sound)
      }
  }
  return found
}

interface Energies {
  /** Of each sound: the mean power of its file at the head and from one place, its gain with it, and how long it lasts (s). */
  of: (sound: string, placed: boolean) => { power: number; seconds: number } | undefined
  pool: (id: string) => Pool | undefined
}
function energiesOf(show: Show, envelopes: ReadonlyMap<string, Envelopes>): Energies {
  const sounds = new Map(show.sounds.map((sound) => [sound.id, sound]))
  const pools = new Map(show.pools.map((pool) => [pool.id, pool]))
  return {
    pool: (id) => pools.get(id),
    of(id, placed) {
      const sound = sounds.get(id)
      const known = sound && envelopes.get(sound.asset)
      if (!sound || !known) return undefined
      const envelope = placed ? (known.placed ?? known.envelope) : known.envelope
      const [from, to] = sound.trim ?? [0, sound.seconds]
      let [sum, count] = [0, 0]
      for (let b = Math.floor(from / BLOCK); b < Math.min(envelope.length, Math.ceil(to / BLOCK)); b++, count++)
        sum += envelope[b]
      return count === 0 ? undefined : { power: (sum / count) * amplitude(sound.gain) ** 2, seconds: to - from }
    },
  }
}

function ambientOf(show: Show, zone: Zone, cue: string, step: Ambient, energies: Energies): AmbientSound | undefined {
  const bus = amplitude(show.buses.find(({ id }) => id === step.bus)?.gain ?? 0) ** 2
  const place = placeOf(show, zone, step.where)
  const base = { zone: zone.id, cue, step: step.id, place, reach: 'reach' in step ? step.reach : DEFAULT_REACH }
  if (step.kind === 'scatter') {
    const pool = energies.pool(step.pool)
    if (!pool) return undefined
    const total = pool.sounds.reduce((sum, { weight }) => sum + weight, 0) || 1
    const energy = pool.sounds.reduce((sum, { sound, weight }) => {
      const known = energies.of(sound, place !== undefined || step.where.at === 'around')
      return sum + (known ? (weight / total) * known.power * known.seconds : 0)
    }, 0)
    const rate = 2 / (step.every[0] + step.every[1])
    const around = step.where.at === 'around' ? meanAround(step.where.near, step.where.far) : 1
    const power = energy * rate * middleLevel(pool.gain) * middleLevel(step.gain) * around * bus
    return { ...base, name: pool.name, kind: 'scatter', power }
  }
  if (step.sound === undefined) return undefined
  const known = energies.of(step.sound, place !== undefined)
  if (!known) return undefined
  const gain = step.kind === 'bed' ? amplitude(step.gain) ** 2 : middleLevel(step.gain)
  const name = withId(show.sounds, step.sound).name
  return { ...base, name, kind: step.kind === 'bed' ? 'bed' : 'loop', power: known.power * gain * bus }
}

function placeOf(show: Show, zone: Zone, where: Ambient['where']): Point | undefined {
  if (where.at === 'mark') return show.place.marks.find(({ id }) => id === where.mark)?.at
  if (where.at === 'zone') return middleOf(solidOf(zone.shape))
  if (where.at !== 'prop') return undefined
  const prop = show.place.props.find(({ id }) => id === where.prop)
  return prop && [prop.at[0], prop.at[1] + prop.size[1] / 2, prop.at[2]]
}

/** A zone, asked for many points whether a player who stands there is in it. */
class Reached {
  private readonly solid: Solid
  private readonly body: Cylinder
  constructor(show: Show, zone: Zone) {
    this.solid = solidOf(zone.shape)
    this.body = noticedBody(show, zone)
  }
  has(x: number, y: number, z: number): boolean {
    const [x0, , z0, x1, , z1] = this.solid.bounds
    const r = this.body.radius
    return x >= x0 - r && x <= x1 + r && z >= z0 - r && z <= z1 + r && touches(this.solid, 0, this.body, [x, y, z])
  }
}

/** One thing that is heard at a point, and how loud it is there (LUFS). */
export interface HeardThere {
  sound: AmbientSound
  level: number
}

const powerAt = (show: Show, { power, place, reach }: AmbientSound, at: Point): number =>
  place ? power * coming(show, reach, place, { at, yaw: 0 }).gain ** 2 : power

/** What a player who stands at a point is surrounded by, the loudest first. */
export function heardAt(show: Show, sounds: readonly AmbientSound[], [x, y, z]: Point): HeardThere[] {
  const zones = new Map(show.zones.map((zone) => [zone.id, zone]))
  return sounds
    .filter((sound) => new Reached(show, zones.get(sound.zone)!).has(x, y, z))
    .map((sound) => ({ sound, level: lufs(powerAt(show, sound, [x, y + show.player.eye, z])) }))
    .filter(({ level }) => level > SILENCE)
    .sort((a, b) => b.level - a.level)
}

/** How loud it is all over a place. */
export interface AmbienceMap {
  x0: number
  z0: number
  cell: number
  columns: number
  rows: number
  /** Row after row, in LUFS: −70 where one can stand and nothing is heard, NaN where there is no floor. */
  levels: Float32Array
}

/** How loud it is, for as long as somebody stays, wherever there is floor. `floors`: those that are asked about; `cell` in metres. */
export function ambienceMap(
  show: Show,
  sounds: readonly AmbientSound[],
  cell: number,
  floors = show.place.floors,
): AmbienceMap {
  const corners = floors.flatMap(({ outline }) => outline)
  const [x0, z0] = [0, 1].map((i) => corners.reduce((least, corner) => Math.min(least, corner[i]), Infinity))
  const [x1, z1] = [0, 1].map((i) => corners.reduce((most, corner) => Math.max(most, corner[i]), -Infinity))
  const columns = Math.max(0, Math.ceil((x1 - x0) / cell)) || 0
  const rows = Math.max(0, Math.ceil((z1 - z0) / cell)) || 0
  const power = new Float64Array(columns * rows)
  const heights = new Float64Array(columns * rows).fill(NaN)
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const y = floorAt(floors, x0 + (column + 0.5) * cell, z0 + (row + 0.5) * cell)
      if (y !== undefined) heights[row * columns + column] = y
    }
  for (const [id, heard] of groupedByZone(sounds)) {
    const zone = withId(show.zones, id)
    const reached = new Reached(show, zone)
    const [bx0, , bz0, bx1, , bz1] = solidOf(zone.shape).bounds
    const r = show.player.radius
    const from = [Math.max(0, Math.floor((bx0 - r - x0) / cell)), Math.max(0, Math.floor((bz0 - r - z0) / cell))]
    const to = [Math.min(columns, Math.ceil((bx1 + r - x0) / cell)), Math.min(rows, Math.ceil((bz1 + r - z0) / cell))]
    for (let row = from[1]; row < to[1]; row++)
      for (let column = from[0]; column < to[0]; column++) {
        const at = row * columns + column
        const y = heights[at]
        const [x, z] = [x0 + (column + 0.5) * cell, z0 + (row + 0.5) * cell]
        if (Number.isNaN(y) || !reached.has(x, y, z)) continue
        for (const sound of heard) power[at] += powerAt(show, sound, [x, y + show.player.eye, z])
      }
  }
  const levels = Float32Array.from(power, (value, i) =>
    Number.isNaN(heights[i]) ? NaN : value > 0 ? Math.max(SILENCE, lufs(value)) : SILENCE,
  )
  return { x0, z0, cell, columns, rows, levels }
}
function groupedByZone(sounds: readonly AmbientSound[]): Map<string, AmbientSound[]> {
  const groups = new Map<string, AmbientSound[]>()
  for (const sound of sounds) groups.set(sound.zone, [...(groups.get(sound.zone) ?? []), sound])
  return groups
}
