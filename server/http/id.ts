import { getRouterParam, type H3Event } from 'h3'
import { Refusal } from './refusal'

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i
export const isUuid = (text: string): boolean => UUID.test(text)

/** The id of a show in the address of a request. @throws Refusal 404 if it can be none */
export function idOf(event: H3Event): string {
  const id = getRouterParam(event, 'id') ?? ''
  if (!isUuid(id)) throw new Refusal(404, 'There is no such show')
  return id.toLowerCase()
}
