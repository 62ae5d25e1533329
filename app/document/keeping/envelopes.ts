/** How loud a file is over time, at the head and, where that is not the same, from one place. */
export interface FileEnvelopes {
  envelope: Float32Array
  placed?: Float32Array
}

/** 32-bit floats out of base64. */
const floatsOf = (base64: string): Float32Array =>
  new Float32Array(Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)).buffer)

/** What the server knows of how loud files are, by their SHA-256; of those that aren't there nothing. Also for workers. @throws Error if it doesn't answer */
export async function fetchEnvelopes(hashes: readonly string[]): Promise<Map<string, FileEnvelopes>> {
  const answer = await fetch('/api/envelopes', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ hashes }),
  })
  if (!answer.ok) throw new Error(`The server answers ${answer.status}`)
  const found = (await answer.json()) as { [hash: string]: { envelope: string; placed?: string } }
  return new Map(
    Object.entries(found).map(([hash, { envelope, placed }]) => [
      hash,
      { envelope: floatsOf(envelope), placed: placed === undefined ? undefined : floatsOf(placed) },
    ]),
  )
}
