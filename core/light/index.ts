/** What is lit, and how brightly. */
export * from './illuminance'
