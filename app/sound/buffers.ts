import { decoded } from './decoded'

/** The decoded sounds of a show, by asset. */
export interface Buffers {
  get(asset: string): AudioBuffer | undefined
  /** Fetches and decodes what is not here yet. */
  load(assets: Iterable<string>): Promise<void>
}

export function createBuffers(): Buffers {
  const buffers = new Map<string, AudioBuffer>()
  const asked = new Set<string>()
  async function one(asset: string): Promise<void> {
    if (asked.has(asset)) return
    asked.add(asset)
    const buffer = await decoded(asset)
    if (buffer) buffers.set(asset, buffer)
  }
  return {
    get: (asset) => buffers.get(asset),
    async load(assets) {
      await Promise.all([...assets].map((asset) => one(asset).catch(() => asked.delete(asset))))
    },
  }
}
