import { metresApart } from '~/words/ticks'
import { COLOURS, faint } from '~/canvas/colours'
import type { DrawnZone, Ground } from './scene'
import { inMetres, inPixels, isInSight, toPixels, type Picture, type Sight } from './sight'
import { layNames, NAME_FONT, type LaidName, type Named, type Rect } from './names'
import { paintMark } from './paint-marks'
import { pictureOf } from '~/canvas/picture'

/** Dashes and hatching are for zones that are large enough to show them (pixels), and not too many. */
const DASHES = { size: 14, most: 600 }
const HATCH = { size: 22, most: 300 }
const LABELS = 160

const patterns = new Map<string, CanvasPattern>()
/** Lines so far apart and so bright. */
function hatching(to: Picture, every: number, line: string, ground: string): CanvasPattern {
  const key = `${every}${line}${ground}`
  const known = patterns.get(key)
  if (known) return known
  const tile = document.createElement('canvas')
  tile.width = tile.height = every * 2
  const context = pictureOf(tile)
  context.fillStyle = ground
  context.fillRect(0, 0, every * 2, every * 2)
  context.fillStyle = line
  context.fillRect(0, 0, 1.6, every * 2)
  const made = to.createPattern(tile, 'repeat')!
  patterns.set(key, made)
  return made
}
/** Fills a path with hatching that is as fine however near the place is. */
export function hatch(
  to: Picture,
  path: Path2D,
  sight: Sight,
  turn: number,
  every: number,
  line: string,
  ground: string,
): void {
  const pattern = hatching(to, every, line, ground)
  const s = 0.5 / sight.scale
  pattern.setTransform(new DOMMatrix().rotateSelf(turn).scaleSelf(s, s))
  to.fillStyle = pattern
  to.fill(path)
}
export const hatchZones = (to: Picture, path: Path2D, sight: Sight): void =>
  hatch(to, path, sight, 38, 7, faint(COLOURS.bone, 0.3), faint(COLOURS.bone, 0.02))

/** The metres that a square of the plan is wide. */
export const squareAt = (scale: number): number => metresApart(15 / scale)

function paintSquares(to: Picture, { x, z, scale, width, height }: Sight): void {
  const every = squareAt(scale)
  to.strokeStyle = COLOURS.square
  to.lineWidth = 1 / scale
  to.beginPath()
  for (let at = Math.ceil(x / every) * every; at < x + width / scale; at += every) {
    to.moveTo(at, z)
    to.lineTo(at, z + height / scale)
  }
  for (let at = Math.ceil(z / every) * every; at < z + height / scale; at += every) {
    to.moveTo(x, at)
    to.lineTo(x + width / scale, at)
  }
  to.stroke()
}

function paintPlace(to: Picture, ground: Ground, sight: Sight): void {
  const pixel = 1 / sight.scale
  to.fillStyle = COLOURS.floor
  to.fill(ground.floors)
  to.strokeStyle = COLOURS.floorEdge
  to.lineWidth = pixel
  to.stroke(ground.floors)
  hatch(to, ground.slopes, sight, 0, 9, faint(COLOURS.bone, 0.14), faint(COLOURS.bone, 0))
  to.fillStyle = COLOURS.prop
  to.fill(ground.props)
  to.strokeStyle = COLOURS.propEdge
  to.stroke(ground.props)
  to.lineCap = 'square'
  for (const { thickness, path } of ground.walls) {
    const wide = Math.max(thickness, 4 * pixel)
    to.strokeStyle = COLOURS.bone
    to.lineWidth = wide
    to.stroke(path)
  }
  for (const { thickness, path } of ground.walls) {
    to.strokeStyle = COLOURS.ink0
    to.lineWidth = Math.max(pixel, Math.max(thickness, 4 * pixel) - 2.4 * pixel)
    to.stroke(path)
  }
  to.lineCap = 'butt'
  to.strokeStyle = COLOURS.bone3
  to.lineWidth = 1.4 * pixel
  to.stroke(ground.windows)
  // After the walls, since doors hang in them.
  to.strokeStyle = COLOURS.propEdge
  to.lineWidth = pixel
  to.stroke(ground.forms)
}

const sizeOf = ({ box: [x0, z0, x1, z1] }: DrawnZone, { scale }: Sight): number => Math.min(x1 - x0, z1 - z0) * scale
const together = (zones: readonly DrawnZone[]): Path2D => {
  const path = new Path2D()
  for (const zone of zones) path.addPath(zone.path)
  return path
}

function paintZones(to: Picture, zones: readonly DrawnZone[], sight: Sight): void {
  const pixel = 1 / sight.scale
  const large = zones.filter((zone) => sizeOf(zone, sight) >= HATCH.size)
  for (const on of [true, false]) {
    to.globalAlpha = on ? 1 : 0.4
    const hatched = large.filter(({ enabled }) => enabled === on)
    if (hatched.length > 0 && large.length <= HATCH.most) hatchZones(to, together(hatched), sight)
    const these = zones.filter(({ enabled }) => enabled === on)
    if (these.length === 0) continue
    const dashed = zones.length <= DASHES.most ? these.filter((zone) => sizeOf(zone, sight) >= DASHES.size) : []
    const plain = dashed.length === 0 ? these : these.filter((zone) => sizeOf(zone, sight) < DASHES.size)
    to.strokeStyle = COLOURS.zone
    to.lineWidth = pixel
    if (plain.length > 0) to.stroke(together(plain))
    to.setLineDash([7 * pixel, 3 * pixel])
    if (dashed.length > 0) to.stroke(together(dashed))
    to.setLineDash([])
  }
  to.globalAlpha = 1
}

/** A name much longer than its zone is wide says little from far away. */
const LEAST_WIDE = 12

/** Names where they have room, the largest zones first; gives where they are. */
function paintNames(
  to: Picture,
  zones: readonly DrawnZone[],
  taken: readonly Rect[],
  sight: Sight,
  ratio: number,
): LaidName[] {
  inPixels(to, ratio)
  to.font = NAME_FONT
  to.textBaseline = 'alphabetic'
  to.lineJoin = 'round'
  to.lineWidth = 3
  to.strokeStyle = COLOURS.ink0
  to.fillStyle = COLOURS.bone2
  const area = ({ box: [x0, z0, x1, z1] }: DrawnZone) => (x1 - x0) * (z1 - z0)
  const named = zones
    .filter(({ box }) => (box[2] - box[0]) * sight.scale >= LEAST_WIDE)
    .sort((a, b) => area(b) - area(a))
    .map(({ id, name, box }): Named => ({
      id,
      words: name,
      width: to.measureText(name).width,
      box: [...toPixels(sight, [box[0], box[1]]), ...toPixels(sight, [box[2], box[3]])],
    }))
  const laid = layNames(named, taken, LABELS)
  for (const { words, x, y } of laid) {
    to.strokeText(words, x, y)
    to.fillText(words, x, y)
  }
  return laid
}

/** The section of what was brought in, faint below what is drawn: only what is in sight. */
function paintSection(to: Picture, section: Float32Array, { x, z, scale, width, height }: Sight): void {
  const [right, bottom] = [x + width / scale, z + height / scale]
  to.strokeStyle = faint(COLOURS.tide, 0.55)
  to.lineWidth = 1 / scale
  to.beginPath()
  for (let i = 0; i < section.length; i += 4) {
    const [ax = 0, az = 0, bx = 0, bz = 0] = section.subarray(i, i + 4)
    if (Math.max(ax, bx) < x || Math.min(ax, bx) > right || Math.max(az, bz) < z || Math.min(az, bz) > bottom) continue
    to.moveTo(ax, az)
    to.lineTo(bx, bz)
  }
  to.stroke()
}

/** The place and its zones, as they are before anybody walks; what is on the storey below faintly. `taken`: where no name is to be; gives where they are. */
export function paintGround(
  to: Picture,
  ground: Ground,
  below: Ground | undefined,
  section: Float32Array | undefined,
  taken: readonly Rect[],
  sight: Sight,
  ratio: number,
): LaidName[] {
  inPixels(to, ratio)
  to.clearRect(0, 0, sight.width, sight.height)
  inMetres(to, sight, ratio)
  paintSquares(to, sight)
  if (section) paintSection(to, section, sight)
  if (below) {
    to.globalAlpha = 0.28
    paintPlace(to, below, sight)
    to.globalAlpha = 1
  }
  paintPlace(to, ground, sight)
  const zones = ground.zones.filter(({ box }) => isInSight(sight, box))
  paintZones(to, zones, sight)
  for (const mark of ground.marks) paintMark(to, mark, 1 / sight.scale)
  return paintNames(to, zones, taken, sight, ratio)
}
