import { bytesOf } from '../../http/json-body'
import { route } from '../../http/refusal'
import { checkGlb, keepMesh } from '../../assets/mesh-file'

/** The largest file of a place (bytes). */
const MOST_MESH = 64 * 1024 * 1024

/** Keeps the file of a place, a .glb; gives its SHA-256. */
export default route(async (event) => {
  const bytes = await bytesOf(event, MOST_MESH)
  checkGlb(bytes)
  return { hash: await keepMesh(bytes) }
})
