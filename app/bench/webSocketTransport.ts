import { lineSplitter, type Transport } from './transport.ts'

/** Lines to the simulated bench of this server. */
export function webSocketTransport(path: string): Transport {
  let socket: WebSocket | undefined
  return {
    open: ({ line, closed }) =>
      new Promise((resolve, reject) => {
        const url = new URL(path, location.href)
        url.protocol = url.protocol === 'https:' ? 'wss:' : 'ws:'
        socket = new WebSocket(url)
        const split = lineSplitter(line)
        socket.onopen = () => resolve()
        socket.onmessage = (event) => split(String(event.data))
        socket.onclose = () => {
          reject(new Error('The bench does not answer.'))
          closed('the server went away')
        }
      }),
    send: async (text) => {
      if (socket?.readyState !== WebSocket.OPEN) throw new Error('The bench is not connected.')
      socket.send(`${text}\n`)
    },
    close: async () => {
      if (socket) {
        socket.onclose = null
        socket.close()
      }
    },
  }
}
