import { memo, memoFor } from '~~/core/base'
import { outlineOf, wallStretches } from '~~/core/space'
import type { Floor, Mark, Prop, Show, Spot, Wall, Zone } from '~~/core/show'
import { solidOfZone } from '../forms/geometry'
import type { Seen } from '~/frame/seen'
import { seenThings } from '../forms/storeys'
import { strokesAbove } from '../forms/prop-forms'
import { propOutline } from '../forms/thing-forms'
import { isSameSpot } from '~~/core/space'
import { windowStretches } from '../forms/geometry'

/** A zone as it is drawn. */
export interface DrawnZone {
  id: string
  name: string
  enabled: boolean
  path: Path2D
  box: readonly [x0: number, z0: number, x1: number, z1: number]
}
/** A storey, or the whole place, as paths in metres: one for everything of one look. */
export interface Ground {
  floors: Path2D
  slopes: Path2D
  props: Path2D
  /** What makes props read as what they are. */
  forms: Path2D
  walls: { thickness: number; path: Path2D }[]
  windows: Path2D
  marks: Mark[]
  zones: DrawnZone[]
}
/** What isn't drawn with the ground: it is in the hand, or moves with the playhead. */
export interface Aside {
  chosen: ReadonlySet<string>
  mobile: ReadonlySet<string>
}

export function addStroke(path: Path2D, spots: readonly Spot[]): void {
  spots.forEach(([x, z], i) => (i === 0 ? path.moveTo(x, z) : path.lineTo(x, z)))
}
export function addOutline(path: Path2D, outline: readonly Spot[]): void {
  addStroke(path, outline)
  path.closePath()
}
const outlinePath = (outline: readonly Spot[]): Path2D => {
  const path = new Path2D()
  addOutline(path, outline)
  return path
}

const drawnZone = memoFor<Zone['shape'], Omit<DrawnZone, 'id' | 'name' | 'enabled'>>()
function zoneDrawn(show: Show, zone: Zone): DrawnZone {
  const solid = solidOfZone(show, zone)
  const form = drawnZone(zone.shape, [solid], () => {
    const [x0, , z0, x1, , z1] = solid.bounds
    return { path: outlinePath(outlineOf(solid)), box: [x0, z0, x1, z1] as const }
  })
  return { id: zone.id, name: zone.name, enabled: zone.enabled, ...form }
}

const floorPath = memo((floor: Floor) => outlinePath(floor.outline))
const formPath = memo((prop: Prop) => {
  const path = new Path2D()
  for (const stroke of strokesAbove(prop)) addStroke(path, stroke)
  return path
})
const propPath = memo((prop: Prop) => outlinePath(propOutline(prop)))

function addLine(path: Path2D, [a, b]: readonly [Spot, Spot]): void {
  path.moveTo(a[0], a[1])
  path.lineTo(b[0], b[1])
}

/** Walls by their thickness. */
function wallPaths(walls: readonly Wall[]): Pick<Ground, 'walls' | 'windows'> {
  const corners = new Map<string, number>()
  const key = ([x, z]: Spot) => `${Math.round(x * 50)},${Math.round(z * 50)}`
  for (const wall of walls)
    for (const end of [wall.from, wall.to]) corners.set(key(end), (corners.get(key(end)) ?? 0) + 1)
  const byThickness = new Map<number, Path2D>()
  const windows = new Path2D()
  for (const wall of walls) {
    let path = byThickness.get(wall.thickness)
    if (!path) byThickness.set(wall.thickness, (path = new Path2D()))
    for (const [a, b] of wallStretches(wall)) {
      const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
      // Drawn with square ends, half a thickness longer: in a corner that is right, elsewhere it is taken off before.
      const end = (at: Spot, to: Spot): Spot => {
        const isEnd = isSameSpot(at, wall.from) || isSameSpot(at, wall.to)
        if (isEnd && (corners.get(key(at)) ?? 0) > 1) return at
        const by = Math.min(wall.thickness, length) / 2 / length
        return [at[0] + (to[0] - at[0]) * by, at[1] + (to[1] - at[1]) * by]
      }
      addLine(path, [end(a, b), end(b, a)])
    }
    for (const stretch of windowStretches(wall)) addLine(windows, stretch)
  }
  return { walls: [...byThickness].map(([thickness, path]) => ({ thickness, path })), windows }
}

/** What of a show is drawn and stays while nobody edits it. */
export function groundOf(show: Show, seen: Seen, { chosen, mobile }: Aside): Ground {
  const floors = new Path2D()
  const slopes = new Path2D()
  for (const floor of seenThings(show, 'floor', seen)) {
    floors.addPath(floorPath(floor))
    if (floor.slopeTo) slopes.addPath(floorPath(floor))
  }
  const props = new Path2D()
  const forms = new Path2D()
  for (const prop of seenThings(show, 'prop', seen)) {
    if (!prop.shown || mobile.has(prop.id)) continue
    props.addPath(propPath(prop))
    if (prop.form) forms.addPath(formPath(prop))
  }
  return {
    floors,
    slopes,
    props,
    forms,
    ...wallPaths(seenThings(show, 'wall', seen)),
    marks: [...seenThings(show, 'mark', seen)],
    zones: seenThings(show, 'zone', seen)
      .filter(({ id }) => !chosen.has(id))
      .map((zone) => zoneDrawn(show, zone)),
  }
}
