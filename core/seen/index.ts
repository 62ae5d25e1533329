/** What of the things that a cue touches a player sees: in the picture, not hidden, lit, large enough, for how long. */
export { looksAt, sightOver, type Sight, type Unseen } from './sight'
export { targetOf, type Target } from './targets'
