/** Walking by hand: a body that walls and solid things stop, and a live run that it is told to. */
export { blockOver, blocksAtHome, propsAsBlocks, wallsAsBlocks, type Block } from './blocks'
export { recorded, samplesOf, type Lived, type Recorded } from './record'
export {
  keptOf,
  NO_WAY,
  NUMBERS_OF_SAMPLE,
  pointOf,
  simplified,
  wayBetween,
  type Sample,
  type Samples,
  type Tolerance,
} from './simplify'
export { HandBody, type Hands } from './hand-body'
export { beginLive, type Beginning, type Begun } from './beginning'
export { WalkIn } from './session'
export { leap, standingAt, walkOn, type Build, type Intent, type Stance, type Surroundings } from './walker'
