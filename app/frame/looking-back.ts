import { ref } from 'vue'

/** Whether the history is looked at, in the place of the desk. */
export const isLookingBack = ref(false)
