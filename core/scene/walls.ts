import type { Place, Point, Spot, Wall } from '../show'
import { alongWall, endsAt, wallLength } from '../space'
import type { FaceList, Rim } from './faces'

/** Whether a wall's end is met by another wall, so that both reach into the corner. */
const isCorner = (walls: readonly Wall[], wall: Wall, end: Spot): boolean =>
  endsAt(walls, wall, end).some(({ wall: other }) => other !== wall)

/** Numbers in order, each once. */
const inOrder = (values: number[]): number[] => [...new Set(values)].sort((a, b) => a - b)

/** A wall as it stands: as thick as it is, openings cut through, into its corners. */
export function addWall(faces: FaceList, wall: Wall, walls: Place['walls']): void {
  const length = wallLength(wall)
  if (length === 0) return
  const half = wall.thickness / 2
  const start = isCorner(walls, wall, wall.from) ? -half : 0
  const end = length + (isCorner(walls, wall, wall.to) ? half : 0)
  const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))
  const breaks = inOrder([start, end, ...wall.openings.flatMap(({ at, width }) => [within(at, start, end), within(at + width, start, end)])]) // prettier-ignore
  const rises = inOrder([0, wall.height, ...wall.openings.flatMap(({ sill, height }) => [within(sill, 0, wall.height), within(sill + height, 0, wall.height)])]) // prettier-ignore
  const columns = breaks.length - 1
  const rows = rises.length - 1
  const stands = (i: number, j: number): boolean => {
    if (i < 0 || j < 0 || i >= columns || j >= rows) return false
    const s = (breaks[i] + breaks[i + 1]) / 2
    const h = (rises[j] + rises[j + 1]) / 2
    return !wall.openings.some((o) => s > o.at && s < o.at + o.width && h > o.sill && h < o.sill + o.height)
  }
  const [ax, az] = alongWall(wall, 0)
  const [bx, bz] = [(wall.to[0] - wall.from[0]) / length, (wall.to[1] - wall.from[1]) / length]
  /** A point so far along the wall, up it, and out of its middle to the right of its way. */
  const at = (s: number, h: number, out: number): Point => [ax + bx * s - bz * out, wall.y + h, az + bz * s + bx * out]
  const way = (s: number, h: number, out: number): Point => [bx * s - bz * out, h, bz * s + bx * out]
  for (let i = 0; i < columns; i++)
    for (let j = 0; j < rows; j++) {
      if (!stands(i, j)) continue
      const [s, w] = [breaks[i], breaks[i + 1] - breaks[i]]
      const [h, up] = [rises[j], rises[j + 1] - rises[j]]
      const open = [!stands(i - 1, j), !stands(i + 1, j), !stands(i, j - 1), !stands(i, j + 1)] as const satisfies Rim
      faces.quad(at(s, h, half), way(w, 0, 0), way(0, up, 0), open, [s, h])
      faces.quad(at(s + w, h, -half), way(-w, 0, 0), way(0, up, 0), [open[1], open[0], open[2], open[3]], [-s - w, h])
      if (open[0]) faces.quad(at(s, h, -half), way(0, 0, 2 * half), way(0, up, 0))
      if (open[1]) faces.quad(at(s + w, h, half), way(0, 0, -2 * half), way(0, up, 0))
      if (open[2]) faces.quad(at(s, h, -half), way(w, 0, 0), way(0, 0, 2 * half))
      if (open[3]) faces.quad(at(s, h + up, half), way(w, 0, 0), way(0, 0, -2 * half))
    }
}
