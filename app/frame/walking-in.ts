import { shallowRef } from 'vue'
import type { Beginning } from '~~/core/walking'

/** From where somebody walks in now; nothing while nobody does. */
export const walksFrom = shallowRef<Beginning['from']>()
