import { extent, memoFor, thousandths } from '~~/core/base'
import { alongWall, outlineOf, solidOf, type Solid, wallLength, signedArea, edgesOf } from '~~/core/space'
import type { Shape, Show, Spot, Wall, Zone } from '~~/core/show'

interface Drawn {
  solid: Solid
  path: string
}
const drawn = memoFor<Shape, Drawn>()

/** A zone as it is drawn; worked out once while its shape and the prop it is tied to stay the same. */
function drawnZone(show: Show, { shape, tiedTo }: Zone): Drawn {
  const prop = tiedTo && show.place.props.find((p) => p.id === tiedTo.prop)
  return drawn(shape, [prop], () => {
    const solid = solidOf(shape, prop)
    return { solid, path: pathOf(outlineOf(solid)) }
  })
}

export const solidOfZone = (show: Show, zone: Zone): Solid => drawnZone(show, zone).solid

export const pathOf = (outline: readonly Spot[]): string =>
  outline.length > 0 ? `M${outline.map(([x, z]) => `${x.toFixed(3)} ${z.toFixed(3)}`).join('L')}Z` : ''
export const zonePath = (show: Show, zone: Zone): string => drawnZone(show, zone).path

/** The outline of a solid grown by its rim: round corners, as somebody is let go. */
export function rimPath(solid: Solid, rim: number): string {
  if (solid.kind === 'cylinder' || solid.kind === 'sphere')
    return pathOf(outlineOf({ ...solid, radius: solid.radius + rim }))
  const outline = outlineOf(solid)
  const side = signedArea(outline) > 0 ? 1 : -1
  const parts = edgesOf(outline).map(([a, b]) => {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
    const nx = (side * (b[1] - a[1]) * rim) / length
    const nz = (-side * (b[0] - a[0]) * rim) / length
    const from = `${(a[0] + nx).toFixed(3)} ${(a[1] + nz).toFixed(3)}`
    return { from, to: `${(b[0] + nx).toFixed(3)} ${(b[1] + nz).toFixed(3)}` }
  })
  return `M${parts.map(({ from, to }, i) => `${i === 0 ? from : `A${rim} ${rim} 0 0 ${side > 0 ? 1 : 0} ${from}`}L${to}`).join('')}A${rim} ${rim} 0 0 ${side > 0 ? 1 : 0} ${parts[0]?.from}Z`
}

/** The stretches of a wall that one sees through and can't walk through: its openings with a sill. */
export const windowStretches = (wall: Wall): [Spot, Spot][] =>
  wall.openings
    .filter(({ sill }) => sill > 0)
    .map(({ at, width }) => [alongWall(wall, Math.max(0, at)), alongWall(wall, Math.min(wallLength(wall), at + width))])

/** Everything that can be seen of a place, as a box in plan. */
export function extentOf(
  show: Show,
  section: Float32Array = new Float32Array(),
): { x0: number; z0: number; x1: number; z1: number } {
  const spots: Spot[] = [
    ...show.place.floors.flatMap((floor) => floor.outline),
    ...show.place.walls.flatMap((wall) => [wall.from, wall.to]),
    ...show.zones.flatMap((zone): Spot[] => {
      const [x0, , z0, x1, , z1] = solidOfZone(show, zone).bounds
      return [[x0, z0], [x1, z1]] // prettier-ignore
    }),
    ...show.walks
      .filter((walk) => walk.body.kind === 'player')
      .flatMap((walk) => walk.points.map((p): Spot => [p.at[0], p.at[2]])),
  ]
  for (let i = 0; i < section.length; i += 2) spots.push([section[i]!, section[i + 1]!])
  if (spots.length === 0) return { x0: 0, z0: 0, x1: 12, z1: 8 }
  const [x0, x1] = extent(spots.map(([x]) => x))
  const [z0, z1] = extent(spots.map(([, z]) => z))
  return { x0, z0, x1, z1 }
}

/** A shape moved in plan. */
export function moved(shape: Shape, dx: number, dz: number): Shape {
  if (shape.kind === 'prism')
    return { ...shape, outline: shape.outline.map(([x, z]): Spot => [round(x + dx), round(z + dz)]) }
  return { ...shape, at: [round(shape.at[0] + dx), shape.at[1], round(shape.at[2] + dz)] }
}

/** Whether two shapes are the same, in whatever order their fields come. */
export const isSameShape = (a: Shape, b: Shape): boolean =>
  Object.keys(a).length === Object.keys(b).length &&
  Object.entries(a).every(([field, value]) => String(value) === String(b[field as keyof Shape]))

/** To the millimetre: what a hand on a mouse means. */
export const round = thousandths
