/** Props that are thrown. */
export { drawnFling, flightOf, knownFlight, wayOf } from './flights'
export { learnFlights, packedFlights } from './packed'
export { GRAVITY, hasPhysics, loadPhysics, type Flight, type Impact } from './physics'
