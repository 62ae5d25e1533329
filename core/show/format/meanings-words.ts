/** What is said of records of the document: of each what it is, and what its fields mean. */
export type Meanings = { [record: string]: { about: string; fields: { [field: string]: string } } }

/** What is said of many of them. */
export const ID = 'its id, unique in its list'
/** Of names. */
export const NAME = 'what it is called'
/** Of turns in plan. */
export const TURN = 'turned counter-clockwise from above'
