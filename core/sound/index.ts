export * from './distance'
export * from './envelope'
export * from './loudness'
