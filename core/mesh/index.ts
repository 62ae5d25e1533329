/** Places as triangles: their section, and the floors and walls that they show. */
export { floorsIn, type FoundFloor } from './floors'
export { boundsOf, placed, type Triangles } from './mesh'
export { cutAt, stretchesOf, type Cut, type Stretch } from './section'
export { wallsIn, withoutSteps, withoutTwins, type FoundWall } from './walls'
