import { describe, expect, it } from 'vitest'
import { run } from '~~/core/engine'
import { scoreOf } from '~~/core/score'
import { dithering, oneRule, point, walk } from '~~/core/testing/small-show'
import { createRenderer, type Sight } from './renderer'
import { CURVES_HEIGHT, LANE, RULER } from './axes'
import type { Content } from './scene'

/** A canvas that remembers the words and the marks that were put on it since it was cleared. */
function canvas() {
  let words: { text: string; x: number; y: number }[] = []
  let heads: { x: number; y: number; filled: string }[] = []
  let boxes: { x: number; width: number }[] = []
  let at: { x: number; y: number } | undefined
  const state: Record<string, unknown> = {}
  const size = { width: 0, height: 0 }
  const acts: Record<string, (...args: never[]) => unknown> = {
    fillRect(x: number, y: number, width: number, height: number) {
      // The whole is cleared first.
      if (x === 0 && y === 0 && width > 500 && height > 200) words = heads = boxes = []
    },
    fillText(text: string, x: number, y: number) {
      words = [...words, { text, x, y }]
    },
    measureText: (text: string) => ({ width: text.length * 6 }),
    arc(x: number, y: number) {
      at = { x, y }
    },
    strokeRect(x: number, _y: number, width: number) {
      boxes = [...boxes, { x, width }]
    },
    beginPath() {
      at = undefined
    },
    fill() {
      if (at) heads = [...heads, { ...at, filled: String(state.fillStyle) }]
    },
    createLinearGradient(...ends: number[]) {
      if (!ends.every(Number.isFinite)) throw new TypeError('The provided double value is non-finite.')
      return { addColorStop() {} }
    },
  }
  const context = new Proxy(state, {
    get: (_, name: string) => (name === 'canvas' ? size : name in state ? state[name] : (acts[name] ?? (() => {}))),
    set: (_, name: string, value) => {
      state[name] = value
      return true
    },
  })
  return {
    offscreen: Object.assign(size, { getContext: () => context }) as unknown as OffscreenCanvas,
    size,
    words: () => words,
    heads: () => heads,
    boxes: () => boxes,
  }
}

/** Somebody goes in and out at 1, 3 and 9 s; what comes within 4 s of a firing is held. */
const show = oneRule({ cooldown: { seconds: 4 } }, [], { show: { walks: [dithering(1, 3, 9)] } })
const score = scoreOf(show, run(show, show.walks, { seed: 1 }))
const content: Content = { score, luxEvery: 0.25, fades: [], cuts: [] }
const sight = (more: Partial<Sight['layout']> = {}, ratio = 1): Sight => ({
  ratio,
  layout: {
    width: 1000,
    height: 400,
    from: 0,
    to: 10,
    ruler: RULER,
    lane: LANE,
    scroll: 0,
    curves: 400 - CURVES_HEIGHT,
    ...more,
  },
})
const UNLIT = '#12191d'

describe('the renderer', () => {
  it('waits until it is told what time is looked at: also with a cooldown that begins at once', () => {
    const atOnce = oneRule({ cooldown: { seconds: 4 } }, [], { show: { walks: [walk('w', point(3), point(20))] } })
    const renderer = createRenderer()
    const { offscreen, heads } = canvas()
    renderer.mount(offscreen)
    renderer.look(sight({ from: 0, to: 0 }))
    renderer.show({ ...content, score: scoreOf(atOnce, run(atOnce, atOnce.walks, { seed: 1 })) })
    expect(heads()).toEqual([])
    renderer.look(sight())
    expect(heads()).toHaveLength(1)
  })
  it('draws once it has a canvas, a sight and something to show, in whatever order they come', () => {
    for (const order of [
      [0, 1, 2],
      [2, 1, 0],
      [1, 0, 2],
    ]) {
      const renderer = createRenderer()
      const { offscreen, heads } = canvas()
      const gives = [() => renderer.mount(offscreen), () => renderer.look(sight()), () => renderer.show(content)]
      for (const which of order.slice(0, 2)) gives[which!]!()
      expect(heads()).toEqual([])
      gives[order[2]!]!()
      expect(heads()).toHaveLength(3)
    }
  })

  it('puts a match where its moment is: struck when it fired, hollow and with the reason when it was held', () => {
    const renderer = createRenderer()
    const { offscreen, heads, words } = canvas()
    renderer.mount(offscreen)
    renderer.look(sight())
    renderer.show(content)
    const found = heads().map(({ x, filled }) => [Math.round(x), filled === UNLIT])
    expect(found.sort((a, b) => Number(a[0]) - Number(b[0]))).toEqual([
      [100, false],
      [300, true],
      [900, false],
    ])
    expect(words().find(({ text }) => text === 'cooldown')).toMatchObject({ x: 308 })
  })

  it('frames the time in which the picture is a camera mark’s', () => {
    const renderer = createRenderer()
    const { offscreen, boxes } = canvas()
    renderer.mount(offscreen)
    renderer.look(sight())
    renderer.show(content)
    expect(boxes()).toEqual([])
    renderer.show({ ...content, cuts: [{ from: 2, to: 4 }] })
    expect(boxes()).toEqual([{ x: 200.5, width: 199 }])
  })

  it('follows what is looked at: nearer, further down, or without room for the reason', () => {
    const renderer = createRenderer()
    const { offscreen, heads, words } = canvas()
    renderer.mount(offscreen)
    renderer.show(content)
    renderer.look(sight({ from: 2, to: 4 }))
    expect(
      heads()
        .filter(({ x }) => x >= 0 && x <= 1000)
        .map(({ x }) => Math.round(x)),
    ).toEqual([500])
    renderer.look(sight({ from: 0, to: 400 }))
    expect(words().some(({ text }) => text === 'cooldown')).toBe(false)
    const { y } = heads()[0]!
    renderer.look(sight({ scroll: 10 }))
    expect(heads()[0]!.y).toBe(y - 10)
    renderer.look(sight({ scroll: 500 }))
    expect(heads()).toEqual([])
  })

  it('is as fine as the screen: twice the pixels for twice the ratio', () => {
    const renderer = createRenderer()
    const { offscreen, size } = canvas()
    renderer.mount(offscreen)
    renderer.show(content)
    renderer.look(sight({}, 2))
    expect([size.width, size.height]).toEqual([2000, 800])
  })

  it('goes on on another canvas, and shows the newest', () => {
    const renderer = createRenderer()
    renderer.mount(canvas().offscreen)
    renderer.look(sight())
    renderer.show(content)
    const second = canvas()
    renderer.mount(second.offscreen)
    expect(second.heads()).toHaveLength(3)
    const freed = oneRule({}, [], { show: { walks: [dithering(1, 3, 9)] } })
    renderer.show({ ...content, score: scoreOf(freed, run(freed, freed.walks, { seed: 1 })) })
    expect(second.heads().every(({ filled }) => filled !== UNLIT)).toBe(true)
  })
})
