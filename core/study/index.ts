export * from './evidence'
export * from './vary'
