import { amplitude, withId } from '~~/core/base'
import { CHANNEL, channelAt, type Audible, type Run } from '~~/core/engine'
import type { Show } from '~~/core/show'
import type { TimeKeeper } from '~/frame/playhead'
import type { Buffers } from './buffers'
import { isLong, PIECE, pieceKey } from './pieces'
import { contextTime, runTime, type Transport } from './transport'
import { createVoice, type Voice } from './voice'

/** Sounds are put on the context's clock so long ahead (s of the context). */
const AHEAD = 0.4
const TICK = 100
/** From pressing play to the first sound (s). */
const LEAD = 0.06

export interface Heard {
  run: Run
  show: Show
  player: number
}
export interface SoundPlayer extends TimeKeeper {
  /** A new run while it plays: from here on; what did not change goes on untouched. */
  change(): void
  setLevel(level: number): void
  /** Mute and solo have changed. */
  heedMutes(): void
  voices(): Iterable<Voice>
  /** How the sound's clock stands against the run's. */
  transport(): Transport
}

const keyOf = (a: Audible): string => `${a.t.toFixed(6)}|${a.step}|${a.sound}|${a.gain}|${a.pitch}|${a.place}|${a.bus}`

/** Plays the walk's sounds as they were drawn. `heard` gives what is to be heard now; `lets` whether a playing is let through. */
export function createPlayer(
  buffers: Pick<Buffers, 'get'>,
  heard: () => Heard | undefined,
  lets: (playing: number) => boolean,
): SoundPlayer {
  let context: AudioContext | undefined
  let master: GainNode
  let level = 0.3
  let timer: ReturnType<typeof setInterval> | undefined
  let transport: Transport = { zero: 0, at: 0, speed: 1 }
  let written = 0
  const buses = new Map<string, GainNode>()
  const voices = new Map<string, Voice>()
  const over = new Set<string>()

  function open(): AudioContext {
    if (context) return context
    context = new AudioContext({ latencyHint: 'interactive' })
    const limiter = context.createDynamicsCompressor()
    limiter.threshold.value = -3
    limiter.knee.value = 0
    limiter.ratio.value = 20
    limiter.attack.value = 0.002
    limiter.release.value = 0.15
    master = context.createGain()
    master.gain.value = level
    master.connect(limiter).connect(context.destination)
    return context
  }

  function bus(id: string): GainNode {
    let node = buses.get(id)
    if (!node) {
      node = context!.createGain()
      node.connect(master)
      buses.set(id, node)
    }
    return node
  }

  /** Begins what is to sound before a time of the run, and follows what sounds up to it. */
  function write(until: number): void {
    const now = heard()
    if (!now || !context) return
    const from = Math.max(written, transport.at)
    for (const audible of now.run.audible) {
      if (audible.t >= until || audible.until + audible.fadeOut <= from || !audible.heardBy.includes(now.player))
        continue
      const key = keyOf(audible)
      const known = voices.get(key)
      if (known) known.audible = audible
      else if (!over.has(key)) begin(now, audible, key)
    }
    for (const voice of voices.values()) voice.follow(now.run, from, until, transport)
    for (const [id, node] of buses) {
      const gain = amplitude(channelAt(now.show, now.run, CHANNEL.bus(id), until, now.player).gain)
      node.gain.linearRampToValueAtTime(gain, contextTime(transport, until))
    }
    written = until
  }

  function begin({ run, show, player }: Heard, audible: Audible, key: string): void {
    const sound = withId(show.sounds, audible.sound)
    if (!context) return
    // What should have begun already (a new run while it plays) joins where it would be by now.
    const nowT = runTime(transport, context.currentTime + 0.01)
    const joined =
      audible.t < nowT && nowT > transport.at
        ? { zero: context.currentTime + 0.01, at: nowT, speed: transport.speed }
        : transport
    const late = Math.max(0, joined.at - audible.t) * 2 ** (audible.pitch / 1200)
    const [first, last] = sound.trim ?? [0, sound.seconds]
    if (!audible.loop && late > last - first) return void over.add(key)
    const pieceOf = (index: number) => buffers.get(pieceKey(sound.asset, index))
    const position = audible.loop ? first + (late % (last - first)) : first + late
    const buffer = isLong(sound.seconds) ? pieceOf(Math.floor(position / PIECE)) : buffers.get(sound.asset)
    if (!buffer) return
    const parts = { context, show, sound, buffer, pieceOf, out: bus(audible.bus), player }
    const made = createVoice(parts, audible, joined, () => {
      voices.delete(key)
      over.add(key)
    })
    if (!lets(audible.playing)) made.mute(true)
    made.follow(run, Math.max(joined.at, audible.t), Math.max(joined.at, audible.t) + 0.02, joined)
    voices.set(key, made)
  }

  function tick(): void {
    if (context) write(runTime(transport, context.currentTime + AHEAD))
  }

  function silence(): void {
    for (const voice of voices.values()) voice.stop()
    voices.clear()
    over.clear()
  }

  return {
    start(at, speed) {
      const running = open()
      void running.resume()
      silence()
      transport = { zero: running.currentTime + LEAD, at, speed }
      written = at
      const now = heard()
      for (const [id, node] of buses) {
        node.gain.cancelScheduledValues(0)
        if (now)
          node.gain.setValueAtTime(
            amplitude(channelAt(now.show, now.run, CHANNEL.bus(id), at, now.player).gain),
            running.currentTime,
          )
      }
      tick()
      clearInterval(timer)
      timer = setInterval(tick, TICK)
    },
    stop() {
      clearInterval(timer)
      silence()
    },
    now: () => (context ? Math.max(transport.at, runTime(transport, context.currentTime)) : transport.at),
    change() {
      const now = heard()
      if (!now || !context || !timer) return
      const still = new Set(now.run.audible.filter((a) => a.heardBy.includes(now.player)).map(keyOf))
      for (const [key, voice] of voices)
        if (!still.has(key)) {
          voice.stop()
          voices.delete(key)
        }
      written = runTime(transport, context.currentTime)
      tick()
    },
    setLevel(value) {
      level = value
      if (context) master.gain.setTargetAtTime(value, context.currentTime, 0.02)
    },
    heedMutes() {
      for (const voice of voices.values()) voice.mute(!lets(voice.audible.playing))
    },
    voices: () => voices.values(),
    transport: () => ({ ...transport }),
  }
}
