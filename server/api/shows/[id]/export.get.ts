import { getQuery, sendStream, setHeader } from 'h3'
import { writeShow } from '../../../../core/show'
import { idOf } from '../../../http/id'
import { route } from '../../../http/refusal'
import { showNow } from '../../../shows/list'
import { packed } from '../../../shows/parcel'

/** The show document as a file; with `?sounds=1` a ZIP of it and the files of its sounds. */
export default route(async (event) => {
  const { show } = await showNow(idOf(event))
  const withSounds = getQuery(event).sounds === '1'
  const title = show.title.replace(/[^\p{L}\p{N} ._-]+/gu, ' ').trim() || 'show'
  const name = encodeURIComponent(title) + (withSounds ? '.esvik.zip' : '.esvik.json')
  setHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${name}`)
  setHeader(event, 'content-type', withSounds ? 'application/zip' : 'application/json; charset=utf-8')
  return withSounds ? sendStream(event, await packed(show)) : writeShow(show)
})
