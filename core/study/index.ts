/** Many walkers, and what their runs tell together. */
export * from './evidence'
export * from './narrowed'
export * from './vary'
export * from './outcome'
export * from './shares'
export * from './tally'
export * from './report'
export * from './sweep'
