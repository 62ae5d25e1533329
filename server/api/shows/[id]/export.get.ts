import { getRouterParam, setHeader } from 'h3'
import { writeShow } from '../../../../core/show'
import { route } from '../../../http/refusal'
import { showNow } from '../../../shows/list'

/** The show document as a file. */
export default route(async (event) => {
  const { show } = await showNow(getRouterParam(event, 'id')!)
  const name = show.title.replace(/[^\p{L}\p{N} ._-]+/gu, ' ').trim() || 'show'
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(event, 'content-disposition', `attachment; filename*=UTF-8''${encodeURIComponent(name)}.esvik.json`)
  return writeShow(show)
})
