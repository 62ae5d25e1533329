import { useEventListener } from '@vueuse/core'
import { ref, shallowRef } from 'vue'

/** A file of a place that was dropped, also on the list of shows before there is a show for it; until somebody brings it in. */
export const droppedPlace = shallowRef<File>()
/** Files of sounds that were dropped, until somebody brings them in. */
export const droppedSounds = shallowRef<readonly File[]>()
/** Whether a file is a sound by what it is called or says that it is. */
export const isSound = ({ name, type }: File): boolean =>
  type.startsWith('audio/') || /\.(wav|flac|ogg|opus|mp3|aac|m4a|aiff?)$/i.test(name)

/** Takes files that are dropped anywhere on the page. */
export function useDrops(take: (files: File[]) => void) {
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
    const files = [...(event.dataTransfer?.files ?? [])]
    if (files.length === 0) return
    event.preventDefault()
    take(files)
  })
  return { over }
}
