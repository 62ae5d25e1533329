import { MOST } from '../../../http/most'
import { getRouterParam } from 'h3'
import { object, string } from 'yup'
import { isForBrowsers, isSoundType } from '../../../../core/audio'
import { ENDS, measured } from '../../../assets/measured'
import { models } from '../../../data/models'
import { isHash } from '../../../http/id'
import { jsonBody } from '../../../http/json-body'
import { route, Refusal } from '../../../http/refusal'
import { REFUSED } from '../../../http/refused'

const blocks = () => string().matches(/^[A-Za-z0-9+/]*={0,2}$/)
const body = object({
  envelope: blocks().defined(),
  placed: blocks().nullable().defined(),
  measured: measured.defined(),
})

/** Keeps what a browser has measured of a sound that only a browser decodes; what is measured already stays as it is. */
export default route(async (event) => {
  const hash = getRouterParam(event, 'hash')!
  const about = await jsonBody(event, body, MOST.about)
  const row = isHash(hash)
    ? await models().Assets.findByPk(hash, { attributes: ['hash', 'type', 'measured', 'seconds'] })
    : null
  if (!row) throw REFUSED.noFile()
  if (!isSoundType(row.type) || !isForBrowsers(row.type)) throw REFUSED.measuredHere()
  if (row.measured) return {}
  const { seconds } = about.measured
  if (Math.abs(seconds - row.seconds) > ENDS)
    throw new Refusal(422, `The file is ${row.seconds} s long, and was said to be ${seconds} s`)
  for (const envelope of [about.envelope, about.placed ?? ''])
    if (Buffer.from(envelope, 'base64').length % 4 !== 0) throw REFUSED.noEnvelope()
  await row.update({
    envelope: Buffer.from(about.envelope, 'base64'),
    placed: about.placed === null ? null : Buffer.from(about.placed, 'base64'),
    measured: about.measured,
    seconds,
  })
  return {}
})
