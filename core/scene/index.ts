/** A place as it is seen: its floors, walls and props as faces in space. */
export { NO_EDGE, type Faces, type Patch } from './faces'
export { facesOfProp } from './props'
export { builtOf, type Piece } from './scene'
export { laidOut, type Rect, type Sheet } from './sheet'
export { sparksAt, SPARK_SIZE } from './sparks'
export { facesOfShape } from './zones'
