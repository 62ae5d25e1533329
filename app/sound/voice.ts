import { facingAt, positionAt, type Audible, type Run } from '~~/core/engine'
import type { Show, Sound } from '~~/core/show'
import { amplitude, distanceBetween, distanceGain, fadeAt } from '~~/core/sound'

/** Where the sound's clock stands against the run's: run time `at` sounds at context time `zero`, `speed` times as fast. */
export interface Transport {
  zero: number
  at: number
  speed: number
}
export const contextTime = (transport: Transport, t: number): number =>
  transport.zero + (t - transport.at) / transport.speed
export const runTime = (transport: Transport, now: number): number =>
  transport.at + (now - transport.zero) * transport.speed

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
  stop(): void
}

/** A mono sound at the head comes out of both sides: as loud as one that is panned. */
const HEAD = Math.SQRT1_2
const POINTS = 5

interface Parts {
  context: AudioContext
  show: Show
  sound: Sound
  buffer: AudioBuffer
  out: AudioNode
  player: number
}

export function createVoice(
  { context, show, sound, buffer, out, player }: Parts,
  audible: Audible,
  transport: Transport,
  ended: () => void,
): Voice {
  const source = context.createBufferSource()
  const level = context.createGain()
  const door = context.createGain()
  const pitched = 2 ** (audible.pitch / 1200)
  const first = sound.trim?.[0] ?? 0
  const last = sound.trim?.[1] ?? buffer.duration
  source.buffer = buffer
  source.playbackRate.value = pitched * transport.speed
  source.loop = audible.loop
  source.loopStart = first
  source.loopEnd = last
  const moving = audible.place !== 'head' && audible.follows === undefined
  const panner = moving ? context.createPanner() : undefined
  if (panner) {
    panner.panningModel = 'HRTF'
    panner.rolloffFactor = 0
    source.connect(level).connect(panner).connect(door).connect(out)
  } else source.connect(level).connect(door).connect(out)

  const late = Math.max(0, transport.at - audible.t) * pitched
  const offset = audible.loop ? first + (late % (last - first)) : first + late
  const when = contextTime(transport, Math.max(audible.t, transport.at))
  if (audible.loop) source.start(when, offset)
  else source.start(when, offset, Math.max(0, last - offset))
  source.onended = ended

  return {
    audible,
    when,
    offset,
    follow(run, from, to, transportNow) {
      for (let i = 0; i <= POINTS; i++) {
        const t = from + ((to - from) * i) / POINTS
        const at = Math.max(context.currentTime, contextTime(transportNow, t))
        let gain = amplitude(audible.gain) * fadeAt(this.audible, t)
        if (panner) {
          const [x, y, z] = positionAt(run.paths[player], t)
          const ear: [number, number, number] = [x, y + show.player.eye, z]
          const place = this.audible.place as [number, number, number]
          gain *= distanceGain(audible.reach, distanceBetween(place, ear))
          const yaw = (facingAt(show, run, player, t) * Math.PI) / 180
          const dx = place[0] - ear[0]
          const dz = place[2] - ear[2]
          const dy = place[1] - ear[1]
          const far = Math.hypot(dx, dy, dz) || 1
          // The listener stays at the origin and faces −Z; the place is turned about it instead.
          panner.positionX.linearRampToValueAtTime((dx * Math.cos(yaw) - dz * Math.sin(yaw)) / far, at)
          panner.positionY.linearRampToValueAtTime(dy / far, at)
          panner.positionZ.linearRampToValueAtTime((dx * Math.sin(yaw) + dz * Math.cos(yaw)) / far, at)
        } else gain *= HEAD
        if (i === 0) level.gain.setValueAtTime(gain, at)
        else level.gain.linearRampToValueAtTime(gain, at)
      }
    },
    mute(muted) {
      door.gain.setTargetAtTime(muted ? 0 : 1, context.currentTime, 0.02)
    },
    stop() {
      source.onended = null
      door.gain.setTargetAtTime(0, context.currentTime, 0.008)
      source.stop(context.currentTime + 0.05)
    },
  }
}
