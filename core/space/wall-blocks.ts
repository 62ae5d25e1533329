import type { Wall } from '../show'
import { wallLength } from './along-wall'

/** A part of a wall that is solid: between two distances along it and two heights over its foot (m). */
export interface WallBlock {
  from: number
  to: number
  low: number
  high: number
}
/** What is smaller than this isn't there (m). */
const NOTHING = 1e-6

/** A wall as the solid parts around its openings, from its one end to the other. */
export function wallBlocks(wall: Wall): WallBlock[] {
  const length = wallLength(wall)
  const blocks: WallBlock[] = []
  const add = (from: number, to: number, low: number, high: number) => {
    if (to - from > NOTHING && high - low > NOTHING) blocks.push({ from, to, low, high })
  }
  let reached = 0
  for (const { at, width, sill, height } of [...wall.openings].sort((a, b) => a.at - b.at)) {
    const from = Math.max(reached, at)
    const to = Math.min(length, at + width)
    add(reached, Math.min(length, at), 0, wall.height)
    add(from, to, 0, Math.min(wall.height, sill))
    add(from, to, Math.max(0, sill + height), wall.height)
    reached = Math.max(reached, to)
  }
  add(reached, length, 0, wall.height)
  return blocks
}
