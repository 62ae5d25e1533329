import { useEventListener } from '@vueuse/core'
import { ref, shallowRef } from 'vue'
import type { Spot } from '~~/core/show'

/** A file of a place that was dropped, also on the list of shows before there is a show for it; until somebody brings it in. */
export const droppedPlace = shallowRef<File>()
/** Files of sounds that were dropped, until somebody brings them in. */
export const droppedSounds = shallowRef<readonly File[]>()
/** Where in the plan something was dropped, if it was there, until somebody takes it. */
export const droppedAt = shallowRef<Spot>()
/** Whether a file is a sound by what it is called or says that it is. */
export const isSound = ({ name, type }: File): boolean =>
  type.startsWith('audio/') || /\.(wav|flac|ogg|opus|mp3|aac|m4a|aiff?)$/i.test(name)

/** The files of folders, and of the folders in them; hidden ones are left out. */
async function filesIn(entries: readonly FileSystemEntry[]): Promise<File[]> {
  const found: File[] = []
  for (const entry of entries) {
    if (entry.name.startsWith('.')) continue
    if (entry.isFile)
      found.push(await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail)))
    else found.push(...(await filesIn(await entriesIn(entry as FileSystemDirectoryEntry))))
  }
  return found
}
/** What lies in a folder: a reader gives it a hundred at a time. */
async function entriesIn(folder: FileSystemDirectoryEntry): Promise<FileSystemEntry[]> {
  const reader = folder.createReader()
  const found: FileSystemEntry[] = []
  for (;;) {
    const some = await new Promise<FileSystemEntry[]>((done, fail) => reader.readEntries(done, fail))
    if (some.length === 0) return found
    found.push(...some)
  }
}

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
    if (!event.dataTransfer?.files.length) return
    event.preventDefault()
    // What was dropped is there only until this turn is over, so the entries are taken now.
    const entries = [...event.dataTransfer.items].map((item) => item.webkitGetAsEntry())
    const files = [...event.dataTransfer.files]
    if (entries.some((entry) => entry?.isDirectory)) void filesIn(entries.filter((entry) => entry !== null)).then(take)
    else take(files)
  })
  return { over }
}
