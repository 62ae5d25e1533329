import { shallowRef } from 'vue'

/** The walk that somebody wants to draw on from its end: the plan takes it up. */
export const goesOn = shallowRef<string>()
