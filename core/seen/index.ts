/** What of the things that a cue touches a player sees: in the picture, not hidden, lit, large enough, for how long. */
export { looksAt, nearestOf, sightOver, type Sight, type Unseen } from './sight'
export { LONGEST_LOOK, targetsOf, type Target } from './targets'
