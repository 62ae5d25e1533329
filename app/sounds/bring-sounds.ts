import { ref, shallowRef } from 'vue'
import { completeSound, freeId, freeName, writable } from '~~/core/show'
import { whyFailed } from '~/document/keeping/server'
import { useShow } from '~/document/show'
import { channelsOf, decoded, RATE } from '~/playback/decoded'
import { looking } from './looking'

/** A file that did not come in, and why. */
export interface Refused {
  name: string
  why: string
}
interface Kept {
  name: string
  hash: string
  seconds: number
}

/** The largest file (bytes). */
const MOST = 64 * 1024 * 1024
/** So many files are sent at once: one is read while another is on its way. */
const ABREAST = 2

const base64Of = (floats: Float32Array): string => {
  const bytes = new Uint8Array(floats.buffer, floats.byteOffset, floats.byteLength)
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return btoa(text)
}

/** What only a browser decodes is measured here, once. */
async function measureHere(hash: string): Promise<number> {
  const buffer = await decoded(hash).catch(() => undefined)
  if (!buffer) throw new Error('it can’t be decoded by this browser')
  const { envelope, placed, measured } = await looking().about(channelsOf(buffer), RATE)
  await $fetch(`/api/assets/${hash}/about`, {
    method: 'PUT',
    body: { envelope: base64Of(envelope), placed: placed ? base64Of(placed) : null, measured },
  })
  return measured.seconds
}

/** Brings files of sounds in: those that are none are named, the others come in all the same; one edit for all of them. */
export function useBringSounds(came: (ids: string[]) => void) {
  const doc = useShow()
  /** How many of how many files are in, while some come in, and what was the last. */
  const coming = ref<{ done: number; of: number; name: string }>()
  const refused = shallowRef<Refused[]>([])
  let stopping: AbortController | undefined

  async function keep(file: File, signal: AbortSignal): Promise<Kept> {
    if (file.size > MOST) throw new Error(`it has ${Math.ceil(file.size / 1048576)} MiB, the limit is 64 MiB`)
    if (file.size === 0) throw new Error('it is empty')
    const { hash, seconds, isMeasured } = await $fetch<{ hash: string; seconds?: number; isMeasured?: boolean }>(
      '/api/assets',
      { method: 'POST', body: file, signal, retry: 0 },
    )
    if (seconds === undefined) throw new Error('it is no sound')
    return { name: file.name, hash, seconds: isMeasured ? seconds : await measureHere(hash) }
  }

  async function bring(files: readonly File[]): Promise<void> {
    refused.value = []
    const mine = (stopping = new AbortController())
    const kept: (Kept | undefined)[] = files.map(() => undefined)
    const problems: (Refused | undefined)[] = files.map(() => undefined)
    let next = 0
    let done = 0
    const work = async () => {
      for (let i = next++; i < files.length && !mine.signal.aborted; i = next++) {
        const file = files[i]!
        coming.value = { done, of: files.length, name: file.name }
        try {
          kept[i] = await keep(file, mine.signal)
        } catch (error) {
          if (!mine.signal.aborted) problems[i] = { name: file.name, why: whyFailed(error).replace(/\.$/, '') }
        }
        done++
      }
    }
    await Promise.all(Array.from({ length: ABREAST }, work))
    coming.value = undefined
    refused.value = problems.filter((one) => one !== undefined)
    add(kept.filter((one) => one !== undefined))
  }

  /** Those that the show has already are left out: the same file twice is one sound. */
  function add(kept: readonly Kept[]): void {
    const known = new Map((doc.show?.sounds ?? []).map(({ asset, id }) => [asset, id]))
    const fresh = kept.filter(({ hash }, i) => !known.has(hash) && kept.findIndex((one) => one.hash === hash) === i)
    const ids = kept.flatMap(({ hash }) => known.get(hash) ?? [])
    if (fresh.length > 0) {
      const label = fresh.length === 1 ? `Bring in ${fresh[0]!.name}` : `Bring in ${fresh.length} sounds`
      const done = doc.edit(label, (edit) => {
        const names = new Set(edit.show.sounds.map(({ name }) => name))
        const taken = new Set(edit.show.sounds.map(({ id }) => id))
        for (const { name: file, hash, seconds } of fresh) {
          const wanted = writable(file.replace(/\.[^.]+$/, '')).slice(0, 100) || 'Sound'
          const name = freeName(wanted, [...names])
          const id = freeId(name, [...taken])
          names.add(name)
          taken.add(id)
          ids.push(id)
          edit.add(['sounds'], completeSound({ id, name, asset: hash, seconds }))
        }
      })
      if (!done) return
    }
    came(ids)
  }
  return { coming, refused, bring, stop: () => stopping?.abort() }
}
