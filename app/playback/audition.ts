import { ref } from 'vue'
import type { Sound } from '~~/core/show'
import { decoded } from './decoded'

export interface HowHeard {
  /** Besides its own gain (dB), and how it is pitched (cents). */
  gain?: number
  pitch?: number
  /** It goes round between its ends. */
  round?: boolean
  /** From where in its file (s); from where it is trimmed to if not given. */
  from?: number
}

/** The last few sounds that were heard by themselves are kept: they are heard again and again. */
const KEPT = 8

function createAudition() {
  /** The sound that is heard, and where in its file it is (s). */
  const playing = ref<string>()
  const at = ref(0)
  const kept = new Map<string, AudioBuffer>()
  let context: AudioContext | undefined
  let source: AudioBufferSourceNode | undefined
  let frame = 0

  async function bufferOf(asset: string): Promise<AudioBuffer | undefined> {
    const known = kept.get(asset) ?? (await decoded(asset).catch(() => undefined))
    if (!known) return undefined
    kept.delete(asset)
    kept.set(asset, known)
    for (const old of kept.keys()) if (kept.size > KEPT) kept.delete(old)
    return known
  }
  function hush(): void {
    cancelAnimationFrame(frame)
    source?.stop()
    source = playing.value = undefined
  }
  /** Plays a sound; true once it has ended by itself. */
  async function hear(sound: Sound, how: HowHeard = {}): Promise<boolean> {
    hush()
    playing.value = sound.id
    context ??= new AudioContext()
    await context.resume()
    const buffer = await bufferOf(sound.asset)
    if (playing.value !== sound.id) return false
    if (!buffer) {
      hush()
      return false
    }
    const speed = 2 ** ((how.pitch ?? 0) / 1200)
    const gain = new GainNode(context, { gain: 10 ** ((sound.gain + (how.gain ?? 0)) / 20) })
    const mine = (source = new AudioBufferSourceNode(context, { buffer, playbackRate: speed }))
    mine.connect(gain).connect(context.destination)
    const [first, last] = sound.trim ?? [0, buffer.duration]
    const begin = Math.min(Math.max(how.from ?? first, first), last)
    const began = context.currentTime
    if (how.round) Object.assign(mine, { loop: true, loopStart: first, loopEnd: last })
    const follow = () => {
      const gone = begin - first + (context!.currentTime - began) * speed
      at.value = first + (how.round ? gone % (last - first) : gone)
      frame = requestAnimationFrame(follow)
    }
    follow()
    return new Promise((done) => {
      mine.onended = () => {
        const byItself = source === mine
        if (byItself) hush()
        done(byItself)
      }
      if (how.round) mine.start(0, begin)
      else mine.start(0, begin, last - begin)
    })
  }
  /** Plays a sound, or stops it where it plays already. */
  const toggle = (sound: Sound, how?: HowHeard) => (playing.value === sound.id ? hush() : void hear(sound, how))
  return { playing, at, hear, hush, toggle }
}

let shared: ReturnType<typeof createAudition> | undefined
/** Hearing sounds by themselves, as their files are but for trim and gain; one at a time, wherever on the page it is asked for. */
export const useAudition = () => (shared ??= createAudition())
