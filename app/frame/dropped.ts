import { useEventListener } from '@vueuse/core'
import { ref, shallowRef } from 'vue'

/** A file of a place that was dropped, also on the list of shows before there is a show for it; until somebody brings it in. */
export const droppedPlace = shallowRef<File>()

/** Takes files that are dropped anywhere on the page. */
export function useDrops(take: (file: File) => void) {
  /** A file is held over the page. */
  const over = ref(false)
  const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false
  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (!holdsFiles(event)) return
    event.preventDefault()
    over.value = true
  })
  useEventListener(window, 'dragleave', (event: DragEvent) => {
    if (event.relatedTarget === null) over.value = false
  })
  useEventListener(window, 'drop', (event: DragEvent) => {
    over.value = false
    const file = event.dataTransfer?.files[0]
    if (!file) return
    event.preventDefault()
    take(file)
  })
  return { over }
}
