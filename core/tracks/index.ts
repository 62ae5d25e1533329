/** Tracks of real players, read from files, as walks. */
export { guessed, type Mapping } from './mapping'
export { TrackReader, tracksOf, type Part, type ReadTracks } from './reader'
export { type Track } from './track'
