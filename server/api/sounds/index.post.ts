import { MOST } from '../../http/most'
import { jsonBody } from '../../http/json-body'
import { route } from '../../http/refusal'
import { aboutSounds } from '../../assets/about-sounds'
import { hashesBody } from '../../http/id'

/** What is known of sound files by their SHA-256: kind, size in bytes, what was measured; those that aren't here are left out. */
export default route(async (event) => {
  const { hashes } = await jsonBody(event, hashesBody, MOST.askedSounds)
  return aboutSounds(hashes)
})
