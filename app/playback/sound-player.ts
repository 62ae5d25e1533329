import { amplitude, withId } from '~~/core/base'
import { CHANNEL, channelAt, type Audible, type Run } from '~~/core/engine'
import type { Show } from '~~/core/show'
import type { TimeKeeper } from '~/frame/playhead'
import type { Buffers } from './buffers'
import { isLong, PIECE, pieceKey } from './pieces'
import { contextTime, runTime, type Transport } from './transport'
import { Hearing } from '~~/core/sound'
import { createVoice, heardGain, type Voice } from './voice'

/** Sounds are put on the context's clock so long ahead (s of the context). */
const AHEAD = 0.4
const TICK = 100
/** From pressing play to the first sound (s). */
const LEAD = 0.06
/** A run that is only now being made is heard so much later than it is (s of the context), so that nothing of a sound is lost; it is asked so often (ms). */
const LAG = 0.08
const LIVE_TICK = 30
/** No more than this sound at once: the quietest give way. */
export const MOST_VOICES = 64

export interface Heard {
  run: Run
  show: Show
  player: number
  /** Up to when the run is known, if it is only now being made (s). */
  until?: number
}
export interface SoundPlayer extends TimeKeeper {
  /** Plays a run from a time on that is only now being made. */
  startLive(at: number, speed: number): void
  /** A new run while it plays: from here on; what did not change goes on untouched. */
  change(): void
  setLevel(level: number): void
  /** How what is somewhere is placed for two ears: as heads hear, or between left and right alone. */
  setPanning(model: PanningModelType): void
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
  let panning: PanningModelType = 'HRTF'
  let timer: ReturnType<typeof setInterval> | undefined
  let transport: Transport = { zero: 0, at: 0, speed: 1 }
  let written = 0
  let lag = 0
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
    until = Math.min(until, now.until ?? Infinity)
    const from = Math.max(written, transport.at)
    if (until <= from) return
    for (const audible of now.run.audible) {
      if (audible.t >= until || audible.until + audible.fadeOut <= from || !audible.heardBy.includes(now.player))
        continue
      const key = keyOf(audible)
      const known = voices.get(key)
      if (known) known.audible = audible
      else if (!over.has(key) && hasRoom(now, audible)) begin(now, audible, key)
    }
    for (const voice of voices.values()) voice.follow(now.run, from, until, transport)
    for (const [id, node] of buses) {
      const gain = amplitude(channelAt(now.show, now.run, CHANNEL.bus(id), until, now.player).gain)
      node.gain.linearRampToValueAtTime(gain, contextTime(transport, until))
    }
    written = until
  }

  /** Whether one more may sound: where as many sound as may, the quietest gives way to it, if it is quieter. */
  function hasRoom({ run, show, player }: Heard, audible: Audible): boolean {
    if (voices.size < MOST_VOICES) return true
    const t = Math.max(audible.t, written)
    const loud = (one: Audible) => heardGain(new Hearing(show, run, player), one, t)
    const [[key, quietest]] = [...voices].sort(([, a], [, b]) => loud(a.audible) - loud(b.audible)) as [[string, Voice]]
    if (loud(quietest.audible) >= loud(audible)) return false
    quietest.stop()
    voices.delete(key)
    return true
  }

  function begin({ run, show, player }: Heard, audible: Audible, key: string): void {
    const sound = withId(show.sounds, audible.sound)
    if (!context) return
    // What should have begun already (a new run while it plays) joins where it would be by now; what has only now been decided is heard whole.
    const soon = context.currentTime + 0.01
    const nowT = runTime(transport, soon)
    const isDecidedNow = lag > 0 && audible.t >= transport.at
    const joined =
      audible.t < nowT && nowT > transport.at
        ? { zero: soon, at: isDecidedNow ? audible.t : nowT, speed: transport.speed }
        : transport
    const late = Math.max(0, joined.at - audible.t) * 2 ** (audible.pitch / 1200)
    const [first, last] = sound.trim ?? [0, sound.seconds]
    if (!audible.loop && late > last - first) return void over.add(key)
    const pieceOf = (index: number) => buffers.get(pieceKey(sound.asset, index))
    const position = audible.loop ? first + (late % (last - first)) : first + late
    const buffer = isLong(sound.seconds) ? pieceOf(Math.floor(position / PIECE)) : buffers.get(sound.asset)
    if (!buffer) return
    const parts = {
      context,
      show,
      sound,
      buffer,
      pieceOf,
      out: bus(audible.bus),
      player,
      panning,
      muted: !lets(audible.playing),
    }
    const made = createVoice(parts, audible, joined, () => {
      voices.delete(key)
      over.add(key)
    })
    made.follow(run, Math.max(joined.at, audible.t), Math.max(joined.at, audible.t) + 0.02, joined)
    voices.set(key, made)
  }

  function tick(): void {
    if (context) write(runTime(transport, context.currentTime + (lag > 0 ? lag : AHEAD)))
  }

  function silence(): void {
    for (const voice of voices.values()) voice.stop()
    voices.clear()
    over.clear()
  }

  function begins(at: number, speed: number): void {
    const running = open()
    void running.resume()
    silence()
    transport = { zero: running.currentTime + LEAD, at: at - lag * speed, speed }
    written = transport.at
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
    timer = setInterval(tick, lag > 0 ? LIVE_TICK : TICK)
  }

  return {
    start(at, speed) {
      lag = 0
      begins(at, speed)
    },
    startLive(at, speed) {
      lag = LAG
      begins(at, speed)
    },
    stop() {
      clearInterval(timer)
      silence()
    },
    now: () =>
      lag * transport.speed +
      (context ? Math.max(transport.at, runTime(transport, context.currentTime)) : transport.at),
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
    setPanning(model) {
      panning = model
      for (const voice of voices.values()) voice.setPanning(model)
    },
    heedMutes() {
      for (const voice of voices.values()) voice.mute(!lets(voice.audible.playing))
    },
    voices: () => voices.values(),
    transport: () => ({ ...transport }),
  }
}
