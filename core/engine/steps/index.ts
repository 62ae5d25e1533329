/** What each kind of step does. */
export { EFFECTS } from './effects'
