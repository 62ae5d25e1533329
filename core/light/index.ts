/** What is lit, and how brightly. */
export * from './illuminance'
export * from './pool'
export * from './temperature'
export * from './flicker'
export * from './flashes'
