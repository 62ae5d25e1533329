export * from './lanes'
