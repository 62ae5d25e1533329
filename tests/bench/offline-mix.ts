import { amplitude } from '../../core/base'
import type { Page } from '@playwright/test'
import { decode } from '../../core/audio'
import { prepare, run, walksOf } from '../../core/engine'
import { Mix, RATE, sourceOf, type Source } from '../../core/mix'
import type { Show } from '../../core/show'
import { coming, fadeAt, Hearing } from '../../core/sound'
import { line } from './measure'

/** A walk is mixed by our own means and rendered by the browser's offline context, with the same gains to each side; both are compared. */
const BLOCK = 0.1
const CONTROL = 0.01

interface Voice {
  asset: string
  at: number
  until: number
  rate: number
  loop?: [number, number]
  offset: number
  left: number[]
  right: number[]
}

/** What the browser is told of each sound: when, how fast, and its gain to each side each 10 ms. */
function voicesOf(show: Show, played: ReturnType<typeof run>): Voice[] {
  const hearing = new Hearing(show, played, 0)
  return played.audible.filter(hearing.hears).map((audible) => {
    const sound = show.sounds.find(({ id }) => id === audible.sound)!
    const [from, to] = sound.trim ?? [0, sound.seconds]
    const until = Math.min(played.length + 10, audible.until + audible.fadeOut)
    const left: number[] = []
    const right: number[] = []
    for (let t = audible.t; t <= until + CONTROL; t += CONTROL) {
      const gain = amplitude(audible.gain) * fadeAt(audible, t) * hearing.busAt(audible.bus, t)
      const place = hearing.placeOf(audible, t)
      const heard = place && coming(show, audible.reach, place, hearing.earsAt(t))
      left.push(heard ? gain * heard.gain * Math.sqrt((1 - 0.9 * heard.aside) / 2) : gain * Math.SQRT1_2)
      right.push(heard ? gain * heard.gain * Math.sqrt((1 + 0.9 * heard.aside) / 2) : gain * Math.SQRT1_2)
    }
    const rate = 2 ** (audible.pitch / 1200)
    return {
      asset: sound.asset,
      at: audible.t,
      until,
      rate,
      loop: audible.loop ? [from, to] : undefined,
      offset: from,
      left,
      right,
    }
  })
}

export async function offlineFigures(page: Page, url: string, show: Show): Promise<void> {
  await prepare(show)
  const played = run(show, walksOf(show, ['straight']), { seed: 7 })
  const sources = new Map<string, Source>()
  for (const { asset } of show.sounds)
    sources.set(
      asset,
      sourceOf(await decode(new Uint8Array(await (await fetch(`${url}/api/assets/${asset}`)).arrayBuffer()))),
    )
  const mixed = () => {
    const mix = new Mix(show, played, 0)
    const parts: [Float32Array, Float32Array][] = []
    while (!mix.isDone) parts.push(mix.goOn((asset) => sources.get(asset)))
    return parts
  }
  mixed()
  const before = performance.now()
  const parts = mixed()
  const took = performance.now() - before
  const ours = parts.flatMap((sides) =>
    Array.from({ length: Math.floor(sides[0].length / (RATE * BLOCK)) }, (_, b) =>
      sides.map((side) => {
        const block = side.subarray(b * RATE * BLOCK, (b + 1) * RATE * BLOCK)
        return Math.sqrt(block.reduce((sum, value) => sum + value * value, 0) / block.length)
      }),
    ),
  )
  const theirs = await page.evaluate(
    async ({ voices, length, rate, block, control }) => {
      const context = new OfflineAudioContext(2, length, rate)
      const buffers = new Map<string, AudioBuffer>()
      for (const { asset } of voices)
        if (!buffers.has(asset))
          buffers.set(asset, await context.decodeAudioData(await (await fetch(`/api/assets/${asset}`)).arrayBuffer()))
      const merger = context.createChannelMerger(2)
      merger.connect(context.destination)
      for (const voice of voices) {
        const source = new AudioBufferSourceNode(context, {
          buffer: buffers.get(voice.asset),
          playbackRate: voice.rate,
        })
        if (voice.loop) Object.assign(source, { loop: true, loopStart: voice.loop[0], loopEnd: voice.loop[1] })
        for (const [i, gains] of [voice.left, voice.right].entries()) {
          const gain = new GainNode(context, { gain: 0 })
          gain.gain.setValueCurveAtTime(Float32Array.from(gains), voice.at, (gains.length - 1) * control)
          source.connect(gain).connect(merger, 0, i)
        }
        source.start(voice.at, voice.offset)
        source.stop(voice.until)
      }
      const began = performance.now()
      const made = await context.startRendering()
      const took = performance.now() - began
      const size = rate * block
      const blocks = Array.from({ length: Math.floor(made.length / size) }, (_, b) =>
        [0, 1].map((side) => {
          const samples = made.getChannelData(side).subarray(b * size, (b + 1) * size)
          return Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length)
        }),
      )
      return { took, blocks }
    },
    {
      voices: voicesOf(show, played),
      length: parts.reduce((sum, [left]) => sum + left.length, 0),
      rate: RATE,
      block: BLOCK,
      control: CONTROL,
    },
  )
  let apart = 0
  theirs.blocks.forEach((sides, b) =>
    sides.forEach((value, side) => {
      const own = ours[b]?.[side] ?? 0
      if (Math.max(own, value) > 1e-3) apart = Math.max(apart, Math.abs(20 * Math.log10(own / value)))
    }),
  )
  line(
    'the same walk by the browser’s offline context, how far apart at most',
    `${apart.toFixed(2)} dB`,
    'each 0.1 s and side, over −60 dB',
  )
  line('  our mix against it, how much faster', `${(theirs.took / took).toFixed(1)} ×`, '')
}
