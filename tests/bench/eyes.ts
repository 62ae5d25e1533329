import type { Page } from '@playwright/test'
import { ask } from '../harness/api'
import { rollingGround } from '../harness/level'
import { at, line, middle } from './measure'

/** A band of 1280 × 720 for the picture, beside the desk and under the header. */
const WINDOW = { width: 1684, height: 765 }
/** Places of the demo's play-through from which it is played on (s), and for how long each (ms). */
const FROM = [20, 45, 105, 185]
const PLAYS = 4000
const SCRUBS = 600
const SETTLES = 60

/** Has Eyes the whole height under the header, and the playhead in hand. */
const takeHold = (page: Page) =>
  page.evaluate(() => {
    const { _s } = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties.$pinia
    const [view, playhead] = [_s.get('view'), _s.get('playhead')]
    view.tall = 'below'
    ;(window as any).bench = { view, playhead }
  })

/** Plays on from several times, and looks at each frame. */
const play = (page: Page, from: readonly number[]) =>
  page.evaluate(
    async ({ from, plays }) => {
      const { playhead } = (window as any).bench
      const eyes = () => (window as any).esvik.eyes()
      const { renderer } = eyes().stage
      const apart: number[] = []
      const own: number[] = []
      const { stage } = eyes()
      const [show, render] = [stage.show.bind(stage), renderer.render.bind(renderer)]
      let inRender = 0
      renderer.render = (...asked: unknown[]) => {
        const began = performance.now()
        render(...asked)
        inRender += performance.now() - began
      }
      stage.show = (...asked: unknown[]) => {
        inRender = 0
        const began = performance.now()
        show(...asked)
        own.push(performance.now() - began - inRender)
      }
      const sizes: [number, number][] = []
      for (const t of from) {
        playhead.seek(t)
        playhead.play()
        const began = performance.now()
        let [seen, last] = [eyes().frames, 0]
        while (performance.now() - began < plays) {
          await new Promise(requestAnimationFrame)
          const { frames } = eyes()
          if (frames === seen) continue
          const now = performance.now()
          // The first second is for it to find its size.
          if (last > 0 && now - began > 1000) {
            apart.push(now - last)
            const canvas = document.querySelector<HTMLCanvasElement>('[aria-label=Eyes] canvas')!
            sizes.push([canvas.width, canvas.height])
          }
          last = now
          seen = frames
        }
        playhead.pause()
      }
      stage.show = show
      renderer.render = render
      return { apart, own, sizes: sizes.sort(([a], [b]) => a - b), calls: eyes().calls as number }
    },
    { from, plays: PLAYS },
  )

/** What looking through the player's eyes costs: the first look, frames while it plays and while one scrubs, memory. `page` shows the demo. */
export async function eyesFigures(page: Page): Promise<void> {
  await page.setViewportSize(WINDOW)
  await page.evaluate(() => localStorage.setItem('esvik:engraved', 'false'))
  await page.reload()
  await page.locator('[data-mark=fired]').first().waitFor()
  await page.waitForLoadState('networkidle')
  await takeHold(page)
  const first = await page.evaluate(async () => {
    const began = performance.now()
    ;(window as any).bench.view.eyes = true
    const frames = () => (window as any).esvik.eyes?.().frames ?? 0
    while (frames() === 0) await new Promise(requestAnimationFrame)
    // What is drawn is there once the picture can be read.
    const canvas = document.querySelector<HTMLCanvasElement>('[aria-label=Eyes] canvas')!
    new OffscreenCanvas(8, 8).getContext('2d')!.drawImage(canvas, 0, 0)
    return performance.now() - began
  })
  line('Eyes: from asking for it to the first picture of the demo', `${first.toFixed(0)} ms`, '≤ 1,500 ms')
  const size = await page.locator('[aria-label=Eyes] canvas').evaluate((canvas) => `${canvas.clientWidth} × ${canvas.clientHeight}`) // prettier-ignore

  const played = await play(page, FROM)
  const rate = (share: number) => (1000 / at(played.apart, share)).toFixed(0)
  line(`  frames a second while it plays, at ${size} (median / 95 %)`, `${rate(0.5)} / ${rate(0.95)}`, '≥ 30 / ≥ 24')
  const sizeAt = (share: number) => played.sizes[Math.floor(played.sizes.length * share)]!.join(' × ')
  line('  the size that kept it (median / 95 % are as large)', `${sizeAt(0.5)} / ${sizeAt(0.05)}`, '≥ 640 × 360')
  line('  our own code a frame (median)', `${middle(played.own).toFixed(2)} ms`, '≤ 1 ms')
  line('  draw calls', String(played.calls), '≤ 200')

  const heap = async () => {
    const session = await page.context().newCDPSession(page)
    await session.send('HeapProfiler.collectGarbage')
    const { usedSize } = await session.send('Runtime.getHeapUsage')
    await session.detach()
    return usedSize / 1048576
  }
  const scrub = (count: number) =>
    page.evaluate(async (count) => {
      const { playhead } = (window as any).bench
      for (let n = 0; n < count; n++) {
        playhead.seek((n * 7.3) % playhead.length)
        await new Promise(requestAnimationFrame)
      }
    }, count)
  await scrub(SETTLES)
  const before = await heap()
  await scrub(SCRUBS)
  line(`  memory of the page after ${SCRUBS} more scrubs`, `${before.toFixed(1)} → ${(await heap()).toFixed(1)} MB`, 'level') // prettier-ignore
}

/** Metres a side, parts, and triangles of each: a million in all. */
const GROUND = [60, 25, 40_000] as const
const LAMPS = 40

/** What a place of a million triangles and forty lights costs. */
export async function bigEyesFigures(page: Page, url: string): Promise<void> {
  const upload = await fetch(`${url}/api/assets`, {
    method: 'POST',
    headers: { 'content-type': 'model/gltf-binary' },
    body: Buffer.from(await rollingGround(...GROUND)),
  })
  const { hash } = (await upload.json()) as { hash: string }
  const along = Array.from({ length: LAMPS }, (_, i) => [4 + (i % 8) * 7.4, 2.2, 6 + Math.floor(i / 8) * 12])
  const made = {
    format: 'esvik-show',
    version: 1,
    title: 'A million triangles',
    atmosphere: { level: 0.1 },
    place: {
      floors: [{ id: 'f', name: 'F', y: 0, outline: [[0, 0], [60, 0], [60, 60], [0, 60]] }], // prettier-ignore
      mesh: { asset: hash, scale: 1, yaw: 0, at: [0, 0, 0], cutAt: 1 },
      lights: along.map((at, i) => ({ id: `l${i}`, name: `L${i}`, kind: 'point', at, candela: 30, reach: 9 })), // prettier-ignore
    },
    walks: [{ id: 'w', name: 'W', points: [{ at: [30, 0, 58], pace: 1.4 }, { at: [30, 0, 10], pace: 1.4 }] }], // prettier-ignore
  }
  const { body } = await ask(url, '/api/shows', 'POST', { document: made })
  await page.goto(`${url}/show/${body.id}`)
  await page.waitForLoadState('networkidle')
  await takeHold(page)
  await page.evaluate(() => ((window as any).bench.view.eyes = true))
  const isCoarse = () => (window as any).esvik.eyes?.().isCoarse === true
  await page.evaluate(() => (window as any).bench.playhead.play())
  await page.waitForFunction(isCoarse, undefined, { timeout: 120_000 })
  // It finds its size first.
  await play(page, [2, 6, 10])
  const played = await play(page, [2, 10])
  line(
    '  a million triangles and 40 lights: frames a second (median)',
    (1000 / middle(played.apart)).toFixed(0),
    '≥ 15',
  )
  line('  the size that kept it', played.sizes[played.sizes.length >> 1]!.join(' × '), '≥ 480 × 270')
}
