/** Work of one name happens one after the other; a failure stops nothing. */
export function inOrder(): <T>(name: string, work: () => Promise<T>) => Promise<T> {
  const queues = new Map<string, Promise<unknown>>()
  return <T>(name: string, work: () => Promise<T>): Promise<T> => {
    const before = queues.get(name) ?? Promise.resolve()
    const mine = before.then(work, work)
    const settled = mine.catch(() => {})
    queues.set(name, settled)
    void settled.then(() => queues.get(name) === settled && queues.delete(name))
    return mine
  }
}
