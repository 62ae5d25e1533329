import { ref } from 'vue'

/** Whether the panel that mixes walks into files is open. */
export const isMixing = ref(false)
