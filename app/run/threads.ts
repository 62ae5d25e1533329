/** How many threads share a large piece of work here: as many as the machine runs at once, up to so many. */
export const threadsFor = (most: number): number => Math.min(most, Math.max(1, navigator.hardwareConcurrency))
