import type { Spot } from '../show'
import type { Triangles } from './mesh'

/** A level cut through triangles: x, z of both ends of each piece (m), and from how low to how high its triangle reaches. */
export interface Cut {
  ends: Float32Array
  reaches: Float32Array
}

/** Cuts triangles at a height. A corner that lies in the cut counts as above it. */
export function cutAt({ positions, indices }: Triangles, height: number): Cut {
  let ends = new Float32Array(1024)
  let reaches = new Float32Array(512)
  let count = 0
  for (let i = 0; i < indices.length; i += 3) {
    const a = indices[i] * 3
    const b = indices[i + 1] * 3
    const c = indices[i + 2] * 3
    const ya = positions[a + 1]
    const yb = positions[b + 1]
    const yc = positions[c + 1]
    const up = (ya >= height ? 1 : 0) | (yb >= height ? 2 : 0) | (yc >= height ? 4 : 0)
    if (up === 0 || up === 7) continue
    // The corner that is alone on its side, and the other two.
    const alone = up === 1 || up === 6 ? a : up === 2 || up === 5 ? b : c
    const first = alone === a ? b : a
    const second = alone === c ? b : c
    if (count * 4 === ends.length) {
      const more = new Float32Array(ends.length * 2)
      more.set(ends)
      ends = more
      const wider = new Float32Array(reaches.length * 2)
      wider.set(reaches)
      reaches = wider
    }
    const y = positions[alone + 1]
    let u = (height - y) / (positions[first + 1] - y)
    const at = count * 4
    ends[at] = positions[alone] + (positions[first] - positions[alone]) * u
    ends[at + 1] = positions[alone + 2] + (positions[first + 2] - positions[alone + 2]) * u
    u = (height - y) / (positions[second + 1] - y)
    ends[at + 2] = positions[alone] + (positions[second] - positions[alone]) * u
    ends[at + 3] = positions[alone + 2] + (positions[second + 2] - positions[alone + 2]) * u
    reaches[count * 2] = Math.min(ya, yb, yc)
    reaches[count * 2 + 1] = Math.max(ya, yb, yc)
    count++
  }
  return { ends: ends.slice(0, count * 4), reaches: reaches.slice(0, count * 2) }
}

/** A straight stretch of a section. */
export interface Stretch {
  from: Spot
  to: Spot
  low: number
  high: number
}
/** Directions this alike are one (radians), and lines this close (m). */
const ALIKE = 0.01
const CLOSE = 0.01

/** The pieces of a cut put together into straight stretches: those on one line that touch are one. */
export function stretchesOf({ ends, reaches }: Cut): Stretch[] {
  interface Line {
    ux: number
    uz: number
    off: number
    spans: { a: number; b: number; low: number; high: number }[]
  }
  const lines = new Map<string, Line[]>()
  for (let i = 0; i < ends.length; i += 4) {
    const dx = ends[i + 2] - ends[i]
    const dz = ends[i + 3] - ends[i + 1]
    const length = Math.hypot(dx, dz)
    if (length < 1e-4) continue
    let ux = dx / length
    let uz = dz / length
    if (ux < -1e-9 || (Math.abs(ux) <= 1e-9 && uz < 0)) {
      ux = -ux
      uz = -uz
    }
    const off = ends[i] * uz - ends[i + 1] * ux
    const a = ends[i] * ux + ends[i + 1] * uz
    const b = ends[i + 2] * ux + ends[i + 3] * uz
    const span = { a: Math.min(a, b), b: Math.max(a, b), low: reaches[i / 2], high: reaches[i / 2 + 1] }
    const line = lineFor(lines, Math.atan2(uz, ux), ux, uz, off)
    line.spans.push(span)
  }
  function lineFor(all: Map<string, Line[]>, angle: number, ux: number, uz: number, off: number): Line {
    const [n, m] = [Math.round(angle / ALIKE), Math.round(off / CLOSE)]
    for (let dn = -1; dn <= 1; dn++)
      for (let dm = -1; dm <= 1; dm++)
        for (const line of all.get(`${n + dn},${m + dm}`) ?? [])
          if (Math.abs(line.off - off) < CLOSE && Math.abs(line.ux * uz - line.uz * ux) < ALIKE) return line
    const made: Line = { ux, uz, off, spans: [] }
    const key = `${n},${m}`
    const known = all.get(key)
    if (known) known.push(made)
    else all.set(key, [made])
    return made
  }
  const found: Stretch[] = []
  for (const { ux, uz, off, spans } of [...lines.values()].flat()) {
    spans.sort((one, other) => one.a - other.a)
    let now = { ...spans[0] }
    const end = () => {
      const spot = (d: number): Spot => [d * ux + off * uz, d * uz - off * ux]
      found.push({ from: spot(now.a), to: spot(now.b), low: now.low, high: now.high })
    }
    for (const span of spans.slice(1)) {
      if (span.a > now.b + CLOSE) {
        end()
        now = { ...span }
        continue
      }
      now.b = Math.max(now.b, span.b)
      now.low = Math.min(now.low, span.low)
      now.high = Math.max(now.high, span.high)
    }
    end()
  }
  return found
}
