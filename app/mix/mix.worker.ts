import { expose } from 'comlink'
import { decode, sniffed, isForBrowsers, type Decoded } from '~~/core/audio'
import type { Run } from '~~/core/engine'
import { mixdown, sourceOf, type MixOptions, type MixReport, type Source } from '~~/core/mix'
import type { Show } from '~~/core/show'

/** What is mixed so far is handed to the browser's keeping after so many bytes, so that it lies in no memory of ours. */
const PART = 16 * 1024 * 1024

let stopped = false

/** The page's part in a mix. */
export interface Helper {
  tell: (share: number) => void
  /** Decodes what only a browser can. */
  decode: (bytes: ArrayBuffer) => Promise<Decoded>
}
export interface Mixed {
  file: Blob
  report: MixReport
  /** Sounds whose files are not here. */
  missing: string[]
}

const worker = {
  async mix(show: Show, run: Run, player: number, options: MixOptions, helper: Helper): Promise<Mixed | undefined> {
    stopped = false
    const missing = new Set<string>()
    const source = async (asset: string): Promise<Source | undefined> => {
      const answer = await fetch(`/api/assets/${asset}`)
      if (!answer.ok) {
        missing.add(show.sounds.find((sound) => sound.asset === asset)?.name ?? asset)
        return undefined
      }
      const bytes = await answer.arrayBuffer()
      const type = sniffed(new Uint8Array(bytes))
      return sourceOf(type && isForBrowsers(type) ? await helper.decode(bytes) : await decode(new Uint8Array(bytes)))
    }
    const parts: Blob[] = []
    let open: Uint8Array[] = []
    let held = 0
    const close = () => {
      parts.push(new Blob(open as BlobPart[]))
      open = []
      held = 0
    }
    const report = await mixdown(show, run, player, {
      ...options,
      source,
      write: (bytes) => {
        open.push(bytes)
        held += bytes.length
        if (held > PART) close()
      },
      tell: async (share) => {
        helper.tell(share)
        // A word to stop comes in here.
        await new Promise((done) => setTimeout(done))
        return !stopped
      },
    })
    if (!report) return undefined
    close()
    return { file: new Blob(parts, { type: 'audio/wav' }), report, missing: [...missing] }
  },
  stop(): void {
    stopped = true
  },
}
export type MixWorker = typeof worker
expose(worker)
