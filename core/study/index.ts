/** Many walkers, and what their runs tell together. */
export * from './evidence'
export * from './narrowed'
export * from './vary'
