import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { keptPicture } from './kept-picture'
import type { Sight } from './sight'

const HERE: Sight = { x: 0, z: 0, scale: 20, width: 800, height: 400 }
let canvas: HTMLCanvasElement
let painted: Sight[]
let picture: ReturnType<typeof keptPicture>
beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('window', { devicePixelRatio: 2 })
  canvas = { style: {} } as HTMLCanvasElement
  painted = []
  picture = keptPicture(canvas, (sight) => void painted.push(sight))
  picture.look(HERE)
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})
const rest = () => vi.advanceTimersByTime(200)
/** Where a spot of the place is on the page, as the canvas is drawn and placed. */
function onPage(x: number): number {
  const [left, , scale] = canvas.style.transform.match(/-?[\d.]+/g)!.map(Number)
  const drawn = painted.at(-1)!
  return left! + (x - drawn.x) * drawn.scale * scale!
}

describe('a kept picture', () => {
  it('reaches beyond what is seen, in the pixels of the screen', () => {
    const [drawn] = painted
    expect(drawn!.x).toBeLessThan(0)
    expect(drawn!.x + drawn!.width / drawn!.scale).toBeGreaterThan(40)
    expect(canvas.width).toBe(drawn!.width * 2)
    expect(onPage(10)).toBeCloseTo(200)
  })
  it('is shifted while one pans, and drawn anew once the hand rests', () => {
    for (let n = 1; n <= 20; n++) picture.look({ ...HERE, x: n * 0.2 })
    expect(painted).toHaveLength(1)
    expect(onPage(10)).toBeCloseTo(120)
    rest()
    expect(painted).toHaveLength(2)
    expect(onPage(10)).toBeCloseTo(120)
  })
  it('is drawn at once where it doesn’t reach', () => {
    picture.look({ ...HERE, x: 60 })
    expect(painted).toHaveLength(2)
  })
  it('is scaled while one zooms, and drawn sharp once that is over', () => {
    picture.look({ ...HERE, x: 5, z: 3, scale: 32 })
    expect(painted).toHaveLength(1)
    expect(onPage(10)).toBeCloseTo(160)
    rest()
    expect(painted.at(-1)!.scale).toBe(32)
  })
  it('is drawn anew when its band changes, or what it shows', () => {
    picture.look({ ...HERE, width: 900 })
    picture.draw()
    expect(painted).toHaveLength(3)
  })
  it('draws nothing any more once it is stopped', () => {
    picture.look({ ...HERE, x: 1 })
    picture.stop()
    rest()
    expect(painted).toHaveLength(1)
  })
})
