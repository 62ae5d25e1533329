import { bytesOf } from '../../http/json-body'
import { Refusal, route } from '../../http/refusal'
import { hashOf, keepWav } from '../../assets/keep'
import { checkGlb, keepMesh } from '../../assets/mesh-file'
import { readWav } from '../../assets/sound-file'
import { WavError } from '../../assets/wav'

/** The largest file (bytes). */
const MOST = 64 * 1024 * 1024

/** Keeps a file, the .glb of a place or the WAV of a sound; gives its SHA-256, and how long a sound is. */
export default route(async (event) => {
  const bytes = await bytesOf(event, MOST)
  if (bytes.toString('latin1', 0, 4) !== 'RIFF') {
    checkGlb(bytes)
    return { hash: await keepMesh(bytes) }
  }
  const wav = await readWav(bytes).catch((error: Error) => {
    if (!(error instanceof WavError)) throw error
    throw new Refusal(422, `The file is no sound that can be kept: ${error.message}`)
  })
  await keepWav(bytes, wav)
  return { hash: hashOf(bytes), seconds: wav.seconds }
})
