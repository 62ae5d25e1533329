import { shallowRef } from 'vue'

/** So long a word that something was done stays (ms). */
const STAYS = 2500
/** What was just done that can't be seen. */
export const said = shallowRef<string>()
let timer: ReturnType<typeof setTimeout>
export function say(words: string): void {
  said.value = words
  clearTimeout(timer)
  timer = setTimeout(() => (said.value = undefined), STAYS)
}
