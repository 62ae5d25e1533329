/** The rate at which sounds are decoded (Hz). */
export const RATE = 48_000

/** The sound of an asset, fetched and decoded; undefined where its file is not here. */
export async function decoded(asset: string): Promise<AudioBuffer | undefined> {
  const answer = await fetch(`/api/assets/${asset}`)
  if (!answer.ok) return undefined
  // Decoding needs no permission to play; an offline context does it before the first gesture.
  return new OfflineAudioContext(1, 1, RATE).decodeAudioData(await answer.arrayBuffer())
}
