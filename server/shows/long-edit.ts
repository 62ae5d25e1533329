import { inThread } from '../threads/pool'
import { forget, inTurn } from './open'
import { tellWindowsText } from './windows'

/** Takes an edit so long that it would hold everybody up: it is read, checked and kept in a thread. Gives the answer as a text. */
export function acceptLongEdit(id: string, bytes: Buffer): Promise<string> {
  return inTurn(id, async () => {
    const { length } = bytes
    const { answer, word } = await inThread('takeEdit', { show: id, bytes }, length)
    forget(id)
    tellWindowsText(id, word)
    return answer
  })
}
