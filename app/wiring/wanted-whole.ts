import { shallowRef } from 'vue'

/** A whole thing that was asked for by its name, until the desk of the zone makes it. */
export const wantedWhole = shallowRef<string>()
