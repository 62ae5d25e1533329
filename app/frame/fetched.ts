import { defineAsyncComponent, type Component } from 'vue'
import { tell, trouble } from './trouble'

/** A piece that the server doesn't give is asked for again after so long (ms). */
const AGAIN = 1000

/** A component that is fetched when it is first shown. While the server is away that is said, and it is tried again. */
export function fetched<T extends Component>(load: () => Promise<{ default: T }>): T {
  return defineAsyncComponent({
    async loader() {
      const piece = await load()
      if (trouble.value === told) trouble.value = undefined
      return piece
    },
    onError(error, retry) {
      tell(error)
      told = trouble.value
      setTimeout(retry, AGAIN)
    },
  })
}
/** What was last said of a piece. */
let told: typeof trouble.value
