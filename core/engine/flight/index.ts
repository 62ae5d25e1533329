/** Props that are thrown. */
export { drawnFling, flightOf, wayOf } from './flights'
export { hasPhysics, loadPhysics, type Flight, type Impact } from './physics'
