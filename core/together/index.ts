/** Several who walk in one run: what is decided in one place, and what each window makes of it. */
export { Party } from './party'
export { SharedRun, type Member } from './shared-run'
export { Together, type Ways } from './together'
export type { Entry, Order, Packet, Row, Say } from './words'
