import { getQuery } from 'h3'
import { array, number, object, string } from 'yup'
import { idOf } from '../../../http/id'
import { Refusal, route } from '../../../http/refusal'
import { flightsOf } from '../../../shows/flights'

const query = object({
  revision: number().integer().min(1).required(),
  seed: number().integer().required(),
  walk: array(string().required()).min(1).required(),
})

/** How all props fly that are thrown in a run: a list of 64-bit floats, as `learnFlights` takes them. */
export default route(async (event) => {
  const id = idOf(event)
  const { walk, ...others } = getQuery(event)
  const asked = await query.validate({ ...others, walk: [walk ?? []].flat() }).catch((error: Error) => {
    throw new Refusal(400, `${error.message}: flights are asked for by revision, seed and walk`)
  })
  return flightsOf(id, asked.revision, asked.walk, asked.seed)
})
