/**
 * A work that is done one at a time: what is asked while it goes on is asked once more when it is over, however often that was, so that the
 * newest question is the last that is answered. The promise is kept when nothing waits any more.
 */
export function newestOnly(work: () => Promise<void>): () => Promise<void> {
  let going: Promise<void> | undefined
  let again = false
  async function goOn(): Promise<void> {
    try {
      do {
        again = false
        await work()
      } while (again)
    } finally {
      going = undefined
    }
  }
  return () => {
    if (going) again = true
    return (going ??= goOn())
  }
}
