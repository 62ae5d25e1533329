import { database } from '../data/connection'
import { route } from '../http/refusal'

export default route(async () => {
  await database().query('select 1')
  return { ok: true }
})
