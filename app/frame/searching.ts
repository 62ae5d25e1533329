import { ref } from 'vue'

/** Whether everything is being searched. */
export const isSearching = ref(false)
