/** Where bodies go, and what they touch on the way. */
export { createLiveBody, createPropBody, createBody, paceOf, turnPage, type Intent, type Body } from './body'
export { comesNear, mayTouch, nextEdgeOn, SHORTEST, touchesOn } from './contacts'
export { ownEyes } from './eyes'
export { geometryOf, layoutOf, type Layout, type ZoneGeometry } from './layout'
export { atPace, drawnOf } from './pace'
export {
  facingAt,
  facingOn,
  ownTime,
  partAt,
  partNow,
  piecesUntil,
  positionAt,
  resting,
  runTime,
  type PathPart,
  type WhereIs,
} from './path'
export { standLive, reroute } from './reroute'
export { edgesOf } from './route-edges'
export { extentOf, legAt, placeOfTarget, type Leg, type LegFacing, type Route, type RouteEdges } from './routes'
