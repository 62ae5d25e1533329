import { thousandths, radians } from '~~/core/base'
import { channelAt, type Pose } from '~~/core/engine'
import type { Mark, Point } from '~~/core/show'
import { wrapped } from '~~/core/space'
import { useShow, type Work } from '~/document/show'
import { followedPose, ownPose } from '~/frame/following'
import { useSelection } from '~/frame/selection'
import type { ShownMoment } from '~/frame/shown-moment'

type CameraMark = Extract<Mark, { kind: 'camera' }>

/** A drag across so many pixels turns by a degree; nobody looks further up or down than this. */
const PIXELS_A_DEGREE = 4
const STEEPEST = 89
/** A picture opens no less and no more than this (degrees). */
const NARROWEST = 10
const WIDEST = 120

const rounded = (point: Point): Point => [thousandths(point[0]), thousandths(point[1]), thousandths(point[2])]
const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/** A pose turned by a drag over so many pixels: what was under the pointer stays there. */
export const turnedBy = <P extends Pick<Pose, 'yaw' | 'pitch'>>(pose: P, dx: number, dy: number): P => ({
  ...pose,
  yaw: wrapped(pose.yaw + dx / PIXELS_A_DEGREE),
  pitch: within(pose.pitch + dy / PIXELS_A_DEGREE, -STEEPEST, STEEPEST),
})
/** A pose moved by so many metres, as it looks: aside to the right, up, ahead. */
export function movedBy<P extends Pick<Pose, 'at' | 'yaw' | 'pitch'>>(
  pose: P,
  aside: number,
  up: number,
  ahead: number,
): P {
  const [yaw, pitch] = [radians(pose.yaw), radians(pose.pitch)]
  const [x, y, z] = pose.at
  const flat = ahead * Math.cos(pitch)
  const at: Point = [
    x + aside * Math.cos(yaw) - flat * Math.sin(yaw),
    y + up + ahead * Math.sin(pitch),
    z - aside * Math.sin(yaw) - flat * Math.cos(yaw),
  ]
  return { ...pose, at }
}
export const openedBy = <P extends Pick<Pose, 'fov'>>(pose: P, factor: number): P => ({
  ...pose,
  fov: within(pose.fov * factor, NARROWEST, WIDEST),
})

/** From where the place is seen: the player's picture, freely, or through a camera mark, which then goes where one looks. */
export function useViewpoint(moment: ComputedRef<ShownMoment | undefined>) {
  const doc = useShow()
  const selection = useSelection()
  const free = shallowRef<Pose>()
  const through = ref<string>()
  /** The camera marks that are chosen: one by itself, or those that an open step of a cue goes to. */
  const chosenMarks = computed((): CameraMark[] => {
    const [one] = selection.things
    const { step } = selection
    const ids = step?.kind === 'camera' ? step.marks.map(({ mark }) => mark) : one?.kind === 'mark' ? [one.id] : []
    const { marks } = doc.now.place
    return [...new Set(ids)].flatMap((id) => marks.find((mark) => mark.id === id) ?? []).filter((mark) => mark.kind === 'camera') // prettier-ignore
  })
  const mark = computed(() => chosenMarks.value.find(({ id }) => id === through.value))
  watch(mark, (now) => !now && (through.value = undefined))
  const pose = computed((): Pose | undefined =>
    mark.value ? { mark: mark.value.id, at: mark.value.at, yaw: mark.value.yaw, pitch: mark.value.pitch, fov: mark.value.fov } : (free.value ?? followedPose.value),
  ) // prettier-ignore
  watch(pose, (now) => (ownPose.value = now), { immediate: true })
  /** The pose that is seen, whosever it is. */
  function seen(): Pose | undefined {
    if (pose.value) return pose.value
    const now = moment.value
    return now && channelAt(now.show, now.run, 'camera', now.t, now.player)
  }
  const putMark =
    (id: string, { at, yaw, pitch, fov }: Pose): Work =>
    (edit) => {
      edit.set(['place', 'marks', id, 'at'], rounded(at))
      edit.set(['place', 'marks', id, 'yaw'], thousandths(yaw))
      edit.set(['place', 'marks', id, 'pitch'], thousandths(pitch))
      edit.set(['place', 'marks', id, 'fov'], thousandths(fov))
    }
  const labelOf = ({ name }: CameraMark) => `${name} looks elsewhere`

  /** While a hand moves it: a mark is shown where it would be, and put there once it is let go. */
  function go(to: Pose): void {
    if (mark.value) doc.drag(putMark(mark.value.id, to))
    else free.value = { ...to, mark: null }
  }
  function letGo(to: Pose): void {
    if (mark.value) doc.drop(labelOf(mark.value), putMark(mark.value.id, to))
    else free.value = { ...to, mark: null }
  }
  /** What was changed of a mark is as it was. */
  const cancel = () => mark.value && doc.letGo()
  const back = () => (free.value = through.value = undefined)
  const lookThrough = (id: string) => (through.value = id)
  /** Puts a camera mark where one looks now. */
  function putHere(mark: CameraMark): void {
    const to = seen()
    if (to) doc.edit(labelOf(mark), putMark(mark.id, to))
  }
  return { pose, mark, chosenMarks, seen, go, letGo, cancel, back, lookThrough, putHere }
}
