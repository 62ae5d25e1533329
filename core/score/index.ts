/** A run as a picture over time: a lane for each zone, with what it fired and what was held. */
export * from './lane'
export * from './gathered'
export * from './score'
export * from './print'
export * from './usual-walks'
export * from './otherwise'
