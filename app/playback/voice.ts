import { amplitude } from '~~/core/base'
import type { Audible, Run } from '~~/core/engine'
import type { Show, Sound } from '~~/core/show'
import { coming, fadeAt, Hearing } from '~~/core/sound'
import { isLong } from './pieces'
import { piecedTape, wholeTape, type Playing } from './tape'
import { contextTime, type Transport } from './transport'

/** One sound of the run, sounding. */
export interface Voice {
  audible: Audible
  /** When it was told to begin (context time) and from where in its file (s). */
  when: number
  offset: number
  /** Follows fades, distance and direction up to a time of the run. */
  follow(run: Run, from: number, to: number, transport: Transport): void
  /** Silences it, or lets it through again. */
  mute(muted: boolean): void
  setPanning(model: PanningModelType): void
  stop(): void
}

/** A sound of one channel at the head comes out of both sides: as loud as one that is panned. */
const BOTH = Math.SQRT1_2
const POINTS = 5
/** What begins in the middle of a file comes in over so long (s). */
const SOFT = 0.008

interface Parts {
  context: AudioContext
  show: Show
  sound: Sound
  /** Its file, whole or by its pieces. */
  buffer: AudioBuffer
  pieceOf: (index: number) => AudioBuffer | undefined
  out: AudioNode
  player: number
  panning: PanningModelType
  muted: boolean
}

/** How loud a sound comes to somebody at a time of the run, as a share of its file's amplitude. */
export function heardGain(hearing: Hearing, audible: Audible, t: number): number {
  const own = amplitude(audible.gain) * fadeAt(audible, t)
  const place = hearing.placeOf(audible, t)
  return place ? own * coming(hearing.show, audible.reach, place, hearing.earsAt(t)).gain : own
}

export function createVoice(
  { context, show, sound, buffer, pieceOf, out, player, panning, muted }: Parts,
  audible: Audible,
  transport: Transport,
  ended: () => void,
): Voice {
  const level = context.createGain()
  const door = context.createGain()
  const speed = 2 ** (audible.pitch / 1200)
  const isPieced = isLong(sound.seconds)
  const first = sound.trim?.[0] ?? 0
  const last = sound.trim?.[1] ?? (isPieced ? sound.seconds : buffer.duration)
  const moving = audible.place !== 'head' && audible.follows !== player
  const atHead = buffer.numberOfChannels === 1 ? BOTH : 1
  const panner = moving ? context.createPanner() : undefined
  if (panner) {
    panner.panningModel = panning
    panner.rolloffFactor = 0
    level.connect(panner).connect(door).connect(out)
  } else level.connect(door).connect(out)

  const from = Math.max(audible.t, transport.at)
  const late = (from - audible.t) * speed
  const offset = audible.loop ? first + (late % (last - first)) : first + late
  const when = contextTime(transport, from)
  if (muted) door.gain.setValueAtTime(0, context.currentTime)
  // What begins in the middle of its file would click.
  else if (late > 0) {
    door.gain.setValueAtTime(0, when)
    door.gain.linearRampToValueAtTime(1, when + SOFT)
  }
  const playing: Playing = { offset, speed, ends: [first, last], loop: audible.loop }
  const tape = isPieced
    ? piecedTape(context, pieceOf, level, playing, from, transport, ended)
    : wholeTape(context, buffer, level, { ...playing, speed: speed * transport.speed }, when, ended)

  return {
    audible,
    when,
    offset,
    follow(run, from, to, transportNow) {
      tape.goOn(to)
      const hearing = new Hearing(show, run, player)
      for (let i = 0; i <= POINTS; i++) {
        const t = from + ((to - from) * i) / POINTS
        const at = Math.max(context.currentTime, contextTime(transportNow, t))
        let gain = amplitude(audible.gain) * fadeAt(this.audible, t)
        const place = panner && hearing.placeOf(this.audible, t)
        if (panner && place) {
          const ears = hearing.earsAt(t)
          gain *= coming(show, audible.reach, place, ears).gain
          const yaw = (ears.yaw * Math.PI) / 180
          const dx = place[0] - ears.at[0]
          const dz = place[2] - ears.at[2]
          const dy = place[1] - ears.at[1]
          const far = Math.hypot(dx, dy, dz) || 1
          // The listener stays at the origin and faces −Z; the place is turned about it instead.
          panner.positionX.linearRampToValueAtTime((dx * Math.cos(yaw) - dz * Math.sin(yaw)) / far, at)
          panner.positionY.linearRampToValueAtTime(dy / far, at)
          panner.positionZ.linearRampToValueAtTime((dx * Math.sin(yaw) + dz * Math.cos(yaw)) / far, at)
        } else gain *= atHead
        if (i === 0) level.gain.setValueAtTime(gain, at)
        else level.gain.linearRampToValueAtTime(gain, at)
      }
    },
    setPanning(model) {
      if (panner) panner.panningModel = model
    },
    mute(muted) {
      door.gain.setTargetAtTime(muted ? 0 : 1, context.currentTime, 0.02)
    },
    stop() {
      door.gain.setTargetAtTime(0, context.currentTime, 0.008)
      tape.stop(context.currentTime + 0.05)
    },
  }
}
