export * from './illuminance'
