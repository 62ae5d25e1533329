/** Follows a pointer from a press until it is let go; Escape lets go without effect. */
export function followPointer(
  event: PointerEvent,
  on: {
    move: (event: PointerEvent, far: boolean) => void
    end: (event: PointerEvent, far: boolean) => void
    cancel?: () => void
  },
): void {
  const start = { x: event.clientX, y: event.clientY }
  let far = false
  const move = (e: PointerEvent) => {
    far ||= Math.hypot(e.clientX - start.x, e.clientY - start.y) > 3
    on.move(e, far)
  }
  const stop = () => {
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', up)
    window.removeEventListener('keydown', key, true)
  }
  const up = (e: PointerEvent) => {
    stop()
    on.end(e, far)
  }
  const key = (e: KeyboardEvent) => {
    if (e.key !== 'Escape') return
    e.stopPropagation()
    stop()
    on.cancel?.()
  }
  window.addEventListener('pointermove', move)
  window.addEventListener('pointerup', up)
  window.addEventListener('keydown', key, true)
}
