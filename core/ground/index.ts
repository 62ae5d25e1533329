/** Where a body can walk: walkable areas, ways round corners, ways around zones, what walls enclose. */
export { areaOf, grown, piecesOf, unionOf, without, type Region } from './clip'
export { enclosureAt } from './enclosure'
export { routeBetween } from './route'
export { nobodyEnters, unreachedPieces } from './reach'
export { passingOf, walkableIn, waysAround, widened, type Passing, type WayAround } from './ways-around'
export { walkableOf, walkersOf, type Walkable, type Walker } from './walkable'
