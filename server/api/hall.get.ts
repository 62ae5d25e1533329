import { route } from '../http/refusal'
import { furnishedHall } from '../shows/furnished-hall'

/** The hall with a walk and the sounds that a new show has, for one that began empty. */
export default route(() => furnishedHall('Hall'))
