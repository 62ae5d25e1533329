/** When bodies come into zones and out of them. */
export { EdgeWatch } from './watch'
