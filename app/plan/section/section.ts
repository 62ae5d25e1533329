import { floorHeight, middleOf, onWall, outlineOf, edgesOf, meanOf } from '~~/core/space'
import type { Editor, Opening, Point, Show, Spot, Wall } from '~~/core/show'
import { addressOf, type ThingRef, thingOf } from '~/document/things'
import { round, solidOfZone } from '../forms/geometry'
import { strokesInFront } from '../forms/prop-forms'
import { propOutline } from '../forms/thing-forms'

/** A line through the plan along which the place is cut; with a yaw of 0 it goes along X. */
export interface Cut {
  x: number
  z: number
  yaw: number
}
/** The way along a cut: a spot's place on it is how far it lies in that way from the origin, so that yaw 0 shares its scale with X. */
export function wayOf({ yaw }: Cut): Spot {
  const a = (yaw * Math.PI) / 180
  return [Math.cos(a), -Math.sin(a)]
}
export const alongCut = (cut: Cut, [x, z]: Spot): number => {
  const [dx, dz] = wayOf(cut)
  return x * dx + z * dz
}
/** How far behind the cut a spot lies (m); in front of it below nought. */
export const behindCut = (cut: Cut, [x, z]: Spot): number => {
  const [dx, dz] = wayOf(cut)
  return (x - cut.x) * dz - (z - cut.z) * dx
}
/** How far off the cut lamps, marks, prompts and walkers are still drawn (m). */
const DEEP = 3.4
export const isNearCut = (cut: Cut, [x, , z]: Point): boolean => Math.abs(behindCut(cut, [x, z])) <= DEEP
const spotOn = (cut: Cut, s: number): Spot => {
  const [dx, dz] = wayOf(cut)
  const off = s - alongCut(cut, [cut.x, cut.z])
  return [cut.x + dx * off, cut.z + dz * off]
}

/** Each two that follow each other. */
const pairsOf = (values: readonly number[]): [number, number][] =>
  values.flatMap((to, i): [number, number][] => {
    const from = values[i - 1]
    return i % 2 === 1 && from !== undefined ? [[from, to]] : []
  })

/** Where a cut goes through an outline, as stretches of it. */
export function throughOutline(cut: Cut, outline: readonly Spot[]): [from: number, to: number][] {
  const crossings: number[] = []
  edgesOf(outline).forEach(([a, b]) => {
    const [da, db] = [behindCut(cut, a), behindCut(cut, b)]
    if (da >= 0 === db >= 0) return
    const u = da / (da - db)
    crossings.push(alongCut(cut, [a[0] + (b[0] - a[0]) * u, a[1] + (b[1] - a[1]) * u]))
  })
  crossings.sort((a, b) => a - b)
  return pairsOf(crossings)
}

export interface CutFloor {
  id: string
  from: number
  to: number
  y0: number
  y1: number
}
/** A block of a section: from where to where, from how low to how high. */
export interface Block {
  id: string
  name: string
  from: number
  to: number
  low: number
  high: number
  /** What makes a prop read as what it is, as places along the cut and heights. */
  strokes?: Spot[][]
}

export const floorsCut = (show: Show, cut: Cut): CutFloor[] =>
  show.place.floors.flatMap((floor) =>
    throughOutline(cut, floor.outline).map(([from, to]) => ({
      id: floor.id,
      from,
      to,
      y0: floorHeight(floor, ...spotOn(cut, from)),
      y1: floorHeight(floor, ...spotOn(cut, to)),
    })),
  )

/** A wall where it is cut: what stands of it there, under a sill and over an opening. */
export function wallsCut(show: Show, cut: Cut): Block[] {
  return show.place.walls.flatMap((wall): Block[] => {
    const [da, db] = [behindCut(cut, wall.from), behindCut(cut, wall.to)]
    if (da >= 0 === db >= 0) return []
    const u = da / (da - db)
    const at: Spot = [wall.from[0] + (wall.to[0] - wall.from[0]) * u, wall.from[1] + (wall.to[1] - wall.from[1]) * u]
    const length = Math.hypot(wall.to[0] - wall.from[0], wall.to[1] - wall.from[1]) || 1
    const across = Math.abs(da - db) / length
    const half = Math.min(2, wall.thickness / 2 / Math.max(0.05, across))
    const s = alongCut(cut, at)
    const block = (low: number, high: number): Block => ({
      id: wall.id,
      name: wall.name ?? '',
      from: s - half,
      to: s + half,
      low,
      high,
    })
    const along = onWall(wall, ...at).at
    const opening = wall.openings.find((o) => along >= o.at && along <= o.at + o.width)
    const top = wall.y + wall.height
    if (!opening) return [block(wall.y, top)]
    const low = wall.y + opening.sill
    const high = Math.min(top, low + opening.height)
    return [...(low > wall.y ? [block(wall.y, low)] : []), ...(high < top ? [block(high, top)] : [])]
  })
}

function widest(stretches: [number, number][]): [number, number] | undefined {
  const [first, last] = [stretches[0], stretches.at(-1)]
  return first && last && [first[0], last[1]]
}

export const zonesCut = (show: Show, cut: Cut): Block[] =>
  show.zones.flatMap((zone): Block[] => {
    const solid = solidOfZone(show, zone)
    const through = widest(throughOutline(cut, outlineOf(solid)))
    if (!through) return []
    const { id, name } = zone
    return [{ id, name, from: through[0], to: through[1], low: solid.bounds[1], high: solid.bounds[4] }]
  })
const NARROW = 0.3
export const propsCut = (show: Show, cut: Cut): Block[] =>
  show.place.props.flatMap((prop): Block[] => {
    const through = widest(throughOutline(cut, propOutline(prop)))
    if (!through || !prop.shown) return []
    const { id, name, at, size } = prop
    const [from, to] = through
    // Cut across its narrow side there is nothing to tell.
    const share = (to - from) / size[0]
    const strokes = share < NARROW ? [] : strokesInFront(prop)
    const inCut = ([x, y]: Spot): Spot => [(from + to) / 2 + x * share, at[1] + y]
    return [{ id, name, from, to, low: at[1], high: at[1] + size[1], strokes: strokes.map((each) => each.map(inCut)) }]
  })

/** Something to take hold of in the section: it goes up and down. */
export interface Lift {
  key: string
  s: number
  y: number
  says: string
  drag: (edit: Editor, y: number) => void
}
const SMALLEST = 0.05

/** What can be lifted of a thing, wherever it stands: it is drawn where it would be seen along the cut. */
export function liftsOf(show: Show, cut: Cut, { kind, id }: ThingRef): Lift[] {
  switch (kind) {
    case 'zone': {
      const zone = thingOf(show, 'zone', id)
      const { shape } = zone
      const solid = solidOfZone(show, zone)
      const [x, , z] = middleOf(solid)
      const s = alongCut(cut, [x, z])
      const [low, high] = [solid.bounds[1], solid.bounds[4]]
      // What is tied stands in the frame of its prop.
      const foot =
        low - (shape.kind === 'prism' ? shape.y : shape.kind === 'sphere' ? shape.at[1] - shape.radius : shape.at[1])
      if (shape.kind === 'sphere')
        return [
          {
            key: 'middle',
            s,
            y: shape.at[1] + foot,
            says: 'Height of its middle',
            drag: (edit, y) =>
              edit.set(addressOf(kind, id, 'shape'), { ...shape, at: [shape.at[0], round(y - foot), shape.at[2]] }),
          },
        ]
      const put = (edit: Editor, from: number, tall: number) => {
        const y = round(from - foot)
        const height = Math.max(SMALLEST, round(tall))
        if (shape.kind === 'prism') return edit.set(addressOf(kind, id, 'shape'), { ...shape, y, height })
        const at: Point = [shape.at[0], y, shape.at[2]]
        if (shape.kind === 'cylinder') return edit.set(addressOf(kind, id, 'shape'), { ...shape, at, height })
        edit.set(addressOf(kind, id, 'shape'), { ...shape, at, size: [shape.size[0], height, shape.size[2]] })
      }
      return [
        { key: 'top', s, y: high, says: 'Top', drag: (edit, y) => put(edit, low, y - low) },
        {
          key: 'foot',
          s,
          y: low,
          says: 'Bottom',
          drag: (edit, y) => put(edit, Math.min(y, high - SMALLEST), high - y),
        },
      ]
    }
    case 'floor': {
      const floor = thingOf(show, 'floor', id)
      const [first] = floorsCut({ ...show, place: { ...show.place, floors: [floor] } }, cut)
      const s = first ? (first.from + first.to) / 2 : alongCut(cut, meanOf(floor.outline))
      const { slopeTo } = floor
      if (!slopeTo)
        return [
          {
            key: 'height',
            s,
            y: floor.y,
            says: 'Height',
            drag: (edit, y) => edit.set(addressOf(kind, id, 'y'), round(y)),
          },
        ]
      const head = meanOf(floor.outline.filter((_, i) => slopeTo.edge.includes(i)))
      const tail = meanOf(floor.outline.filter((_, i) => !slopeTo.edge.includes(i)))
      return [
        {
          key: 'foot',
          s: alongCut(cut, tail),
          y: floor.y,
          says: 'Foot',
          drag: (edit, y) => edit.set(addressOf(kind, id, 'y'), round(y)),
        },
        {
          key: 'head',
          s: alongCut(cut, head),
          y: slopeTo.y,
          says: 'Head',
          drag: (edit, y) => edit.set(addressOf(kind, id, 'slopeTo'), { ...slopeTo, y: round(y) }),
        },
      ]
    }
    case 'wall':
      return liftsOfWall(cut, thingOf(show, 'wall', id))
    case 'prop': {
      const prop = thingOf(show, 'prop', id)
      const s = alongCut(cut, [prop.at[0], prop.at[2]])
      const [w, h, d] = prop.size
      return [
        {
          key: 'top',
          s,
          y: prop.at[1] + h,
          says: 'Top',
          drag: (edit, y) => edit.set(addressOf(kind, id, 'size'), [w, Math.max(SMALLEST, round(y - prop.at[1])), d]),
        },
        {
          key: 'foot',
          s,
          y: prop.at[1],
          says: 'Stands at',
          drag: (edit, y) => edit.set(addressOf(kind, id, 'at'), [prop.at[0], round(y), prop.at[2]]),
        },
      ]
    }
    case 'light':
    case 'mark': {
      const { at } = thingOf(show, kind, id)
      return [
        {
          key: 'height',
          s: alongCut(cut, [at[0], at[2]]),
          y: at[1],
          says: 'Height',
          drag: (edit, y) => edit.set(addressOf(kind, id, 'at'), [at[0], round(y), at[2]]),
        },
      ]
    }
  }
}

function liftsOfWall(cut: Cut, wall: Wall): Lift[] {
  const s = alongCut(cut, [(wall.from[0] + wall.to[0]) / 2, (wall.from[1] + wall.to[1]) / 2])
  const putOpening = (edit: Editor, opening: Opening, change: Partial<Opening>) =>
    edit.set(
      addressOf('wall', wall.id, 'openings'),
      wall.openings.map((each) => (each.id === opening.id ? { ...each, ...change } : each)),
    )
  const length = Math.hypot(wall.to[0] - wall.from[0], wall.to[1] - wall.from[1]) || 1
  return [
    {
      key: 'top',
      s,
      y: wall.y + wall.height,
      says: 'Top',
      drag: (edit, y) => edit.set(addressOf('wall', wall.id, 'height'), Math.max(SMALLEST, round(y - wall.y))),
    },
    { key: 'foot', s, y: wall.y, says: 'Foot', drag: (edit, y) => edit.set(addressOf('wall', wall.id, 'y'), round(y)) },
    ...wall.openings.flatMap((opening): Lift[] => {
      const u = (opening.at + opening.width / 2) / length
      const at = alongCut(cut, [
        wall.from[0] + (wall.to[0] - wall.from[0]) * u,
        wall.from[1] + (wall.to[1] - wall.from[1]) * u,
      ])
      const sill = wall.y + opening.sill
      const name = opening.name ?? 'Opening'
      return [
        {
          key: `sill-${opening.id}`,
          s: at,
          y: sill,
          says: `${name}: sill`,
          drag: (edit, y) => putOpening(edit, opening, { sill: round(y - wall.y) }),
        },
        {
          key: `head-${opening.id}`,
          s: at,
          y: sill + opening.height,
          says: `${name}: head`,
          drag: (edit, y) => putOpening(edit, opening, { height: Math.max(SMALLEST, round(y - sill)) }),
        },
      ]
    }),
  ]
}
