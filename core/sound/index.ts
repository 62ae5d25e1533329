/** What is heard, and how loud. */
export * from './distance'
export * from './envelope'
export * from './loudness'
export { measure, type Measured } from './measure'
