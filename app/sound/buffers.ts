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
    const answer = await fetch(`/api/assets/${asset}`)
    if (!answer.ok) return
    // Decoding needs no permission to play; an offline context does it before the first gesture.
    const decoder = new OfflineAudioContext(1, 1, 48_000)
    buffers.set(asset, await decoder.decodeAudioData(await answer.arrayBuffer()))
  }
  return {
    get: (asset) => buffers.get(asset),
    async load(assets) {
      await Promise.all([...assets].map((asset) => one(asset).catch(() => asked.delete(asset))))
    },
  }
}
