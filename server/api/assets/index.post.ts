import { GLB_MAGIC, checkGlb, keepMesh } from '../../assets/mesh-file'
import { hashOf, keepSound, rowOf } from '../../assets/keep'
import { readSound } from '../../assets/sound-file'
import { sniffed, SoundError } from '../../../core/audio'
import { bytesOf } from '../../http/json-body'
import { Refusal, route } from '../../http/refusal'

/** The largest file (bytes). */
const MOST = 64 * 1024 * 1024

/** Keeps a file, the .glb of a place or a sound; gives its SHA-256, and of a sound how long it is and what was measured of it. */
export default route(async (event) => {
  const bytes = await bytesOf(event, MOST)
  if (bytes.toString('latin1', 0, 4) === GLB_MAGIC) {
    checkGlb(bytes)
    return { hash: await keepMesh(bytes) }
  }
  if (!sniffed(bytes)) throw new Refusal(422, 'The file is neither a .glb nor a sound of a kind that is known here')
  const sound = await readSound(bytes).catch((error: Error) => {
    if (!(error instanceof SoundError)) throw error
    throw new Refusal(422, `The file can’t be kept: ${error.message}`)
  })
  await keepSound(bytes, rowOf(sound))
  return { hash: hashOf(bytes), seconds: sound.seconds, isMeasured: sound.about !== undefined }
})
