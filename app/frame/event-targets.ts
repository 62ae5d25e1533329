/** The element that an event is of; the page's own where it is of none. */
export const elementOf = ({ target }: Event): Element => (target instanceof Element ? target : document.body)

/** The input whose event it is. @throws Error if it is of none */
export function inputOf({ target }: Event): HTMLInputElement {
  if (!(target instanceof HTMLInputElement)) throw new Error('The event is of no input')
  return target
}
