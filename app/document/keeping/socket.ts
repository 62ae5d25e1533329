/** A line to a socket of the server that the page came from, by its path. */
export const socketAt = (path: `/${string}`): WebSocket =>
  new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}${path}`)
