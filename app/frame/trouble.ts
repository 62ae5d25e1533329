import { useEventListener } from '@vueuse/core'
import { shallowRef } from 'vue'

/** What went wrong where nobody had expected it, in words; it stands until somebody closes it. `fetching`: it is only that the server is away. */
export const trouble = shallowRef<{ words: string; fetching: boolean }>()

/** What browsers call an error and nobody suffers from. */
const HARMLESS = /ResizeObserver loop/
/** A piece of the page, or an answer, that the server didn't give. */
const NOT_FETCHED =
  /dynamically imported module|error loading|importing a module script|preload CSS|\[(GET|POST|PUT|DELETE)\].*<no response>/i

export function tell(error: unknown): void {
  const words = error instanceof Error ? error.message : String(error)
  if (HARMLESS.test(words)) return
  console.error(error)
  const fetching = NOT_FETCHED.test(words)
  // An error is not covered by word of the server.
  if (fetching && trouble.value) return
  trouble.value = {
    fetching,
    words: fetching
      ? 'The server does not answer, so that could not be fetched.'
      : `Something went wrong in this page: ${words.replace(/\.?$/, '.')}`,
  }
}

/** From here on every error that nothing else catches is told. */
export function useTrouble(): void {
  useNuxtApp().vueApp.config.errorHandler = tell
  useRouter().onError(tell)
  useEventListener(window, 'error', (event) => tell(event.error ?? event.message))
  useEventListener(window, 'unhandledrejection', (event) => tell(event.reason))
}
