import { route } from '../../http/refusal'
import { listShows } from '../../shows/list'

export default route(() => listShows())
