/** What can be found wrong in a show before anybody walks into it; a file for each. */
export * from './never-fires'
export * from './for-good'
export * from './mark-edges'
export * from './moves-itself'
