import { ref } from 'vue'
import { samplesOf, wavFile } from '~~/core/mix'
import { decodedBytes, RATE } from '~/playback/decoded'
import { messageOf } from '~~/core/base'
import { fieldIn } from '~~/core/show'

/** Recording from a microphone into a WAV file: 48 kHz, 24 bits, stereo. */
export function useRecording(done: (file: File) => void) {
  /** Since when it records (ms of the page's clock); undefined while it doesn't. */
  const since = ref<number>()
  const problem = ref('')
  let recorder: MediaRecorder | undefined

  async function begin(): Promise<void> {
    problem.value = ''
    if (!navigator.mediaDevices) {
      problem.value = `Browsers give no microphone to pages over plain HTTP; over HTTPS, or at 127.0.0.1, it can be recorded.`
      return
    }
    try {
      const from = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      })
      const parts: Blob[] = []
      const mine = (recorder = new MediaRecorder(from))
      mine.ondataavailable = ({ data }) => parts.push(data)
      mine.onstop = async () => {
        from.getTracks().forEach((track) => track.stop())
        since.value = undefined
        await keep(new Blob(parts))
      }
      mine.start()
      since.value = performance.now()
    } catch (error) {
      problem.value =
        fieldIn(error, 'name') === 'NotAllowedError'
          ? 'The browser may not use the microphone here.'
          : `There is no microphone to record from (${messageOf(error)}).`
    }
  }
  async function keep(recorded: Blob): Promise<void> {
    const buffer = await decodedBytes(await recorded.arrayBuffer()).catch(() => undefined)
    if (!buffer || buffer.length === 0) return void (problem.value = 'Nothing was recorded.')
    const left = buffer.getChannelData(0)
    const right = buffer.numberOfChannels > 1 ? buffer.getChannelData(1) : left
    const { head, tail } = wavFile(buffer.length, RATE, [])
    const parts = [head, samplesOf(left, right).bytes, tail] as BlobPart[]
    done(new File(parts, 'Recording.wav', { type: 'audio/wav' }))
  }
  const end = () => recorder?.stop()
  return { since, problem, begin, end }
}
