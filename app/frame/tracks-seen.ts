import { shallowRef } from 'vue'
import type { Spot } from '~~/core/show'

/** A file of tracks that somebody wants to bring in. */
export const tracksFile = shallowRef<File>()
/** Where its players went, as the plan shows it before they come in. */
export const tracksSeen = shallowRef<readonly Spot[][]>([])
/** Whether a file is one of tracks by what it is called. */
export const isTracks = ({ name }: File): boolean => /\.(csv|tsv|jsonl|ndjson)$/i.test(name)
