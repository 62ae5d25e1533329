import {
  asset,
  choice,
  colour,
  either,
  has,
  id,
  kinds,
  list,
  note,
  number,
  point,
  positive,
  record,
  ref,
  size,
  spot,
  text,
  things,
  yesno,
} from './fields'
import { named, share, surface } from './table-common'

/** The fields of a floor. */
export const floor = named(
  { y: number(), outline: list(spot, 3) },
  {
    slopeTo: [record({ edge: { type: 'numbers', count: 2, whole: true, min: 0 }, y: number() })],
    surface: [surface],
    colour: [colour],
  },
)
/** The fields of an opening. */
export const opening = record(
  { id, at: number(0), width: positive },
  { name: [text()], sill: [number(), 0], height: [positive, 2.1] },
)
/** The fields of a wall. */
export const wall = record(
  { id, from: spot, to: spot },
  {
    name: [text()],
    note: [note],
    y: [number(), 0],
    height: [positive, 3],
    thickness: [number(0), 0.2],
    openings: [things(opening), []],
    surface: [surface],
    colour: [colour],
  },
)
/** The fields of a prop. */
export const prop = named(
  { kind: choice('box', 'cylinder', 'model'), at: point, size },
  {
    yaw: [number(), 0],
    colour: [colour, '#8a8f8c'],
    asset: [asset],
    shown: [yesno, true],
    solid: [yesno, true],
    mass: [positive, 1],
    bounce: [share, 0.3],
    grip: [number(0, 10), 0.6],
    form: [choice('door', 'lamp', 'shelf', 'cup')],
    hinge: [choice('left', 'right', 'slides')],
    tags: [list(text()), []],
    surface: [surface],
  },
)
/** The fields of a light. */
export const light = named(
  { kind: choice('point', 'spot'), at: point, candela: number(0) },
  {
    yaw: [number(), 0],
    pitch: [number(-90, 90), -90],
    colour: [colour, '#ffe0b0'],
    reach: [positive, 10],
    cone: [number(0, 180), 40],
    edge: [share, 0.3],
    on: [yesno, true],
    tiedTo: [
      either(
        { meant: has('prop'), field: record({ prop: ref('props') }) },
        { meant: has('player'), field: record({ player: choice(true) }) },
      ),
    ],
  },
)
/** The fields of a mark, by its kind. */
export const mark = kinds('kind', {
  standing: named({ kind: choice('standing'), at: point }, { yaw: [number(), 0] }),
  camera: named(
    { kind: choice('camera'), at: point },
    { yaw: [number(), 0], pitch: [number(-90, 90), 0], fov: [number(1, 170), 60] },
  ),
})
/** The fields of a mesh. */
export const mesh = record(
  { asset },
  { scale: [positive, 1], yaw: [number(), 0], at: [point, [0, 0, 0]], cutAt: [number(), 1.2] },
)
/** The fields of a place. */
export const place = record(
  {},
  {
    floors: [things(floor), []],
    walls: [things(wall), []],
    props: [things(prop), []],
    lights: [things(light), []],
    marks: [things(mark), []],
    mesh: [mesh],
  },
)
/** The fields of fog. */
export const fog = record({ colour, density: number(0) })
/** The fields of a vignette. */
export const vignette = record({ amount: share, softness: share })
/** A named atmosphere of one's own: as many of its fields as are to change. */
export const preset = named(
  {},
  {
    ambient: [colour],
    level: [number(0)],
    shadow: [colour],
    fog: [fog],
    vignette: [vignette],
    exposure: [number(0)],
  },
)
/** The fields of an atmosphere. */
export const atmosphere = record(
  {},
  {
    ambient: [colour, '#8899aa'],
    level: [number(0), 1],
    shadow: [colour, '#223344'],
    fog: [fog],
    vignette: [vignette],
    exposure: [number(0), 1],
  },
)
