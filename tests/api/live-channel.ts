import { request } from 'node:http'
import type { Socket } from 'node:net'

export interface LiveAnswer { status: number, socket?: Socket, closed: Promise<void> }

/** Asks for a live channel as a browser does; the answer is 101 with a socket, or the refusal. */
export function askLive(path: string, headers: Record<string, string>): Promise<LiveAnswer> {
  const url = new URL(path, process.env.NEEDLER_URL)
  return new Promise((resolve, reject) => {
    const asked = request(url, { headers: { 'connection': 'upgrade', 'upgrade': 'websocket', 'sec-websocket-key': 'dGhlIHNhbXBsZSBub25jZQ==', 'sec-websocket-version': '13', ...headers } })
    asked.setTimeout(10_000, () => asked.destroy(new Error('no answer to an upgrade')))
    asked.on('upgrade', (response, socket) => {
      socket.resume()
      resolve({ status: response.statusCode!, socket: socket as Socket, closed: new Promise(done => socket.once('close', done)) })
    })
    asked.on('response', (response) => {
      response.resume()
      resolve({ status: response.statusCode!, closed: Promise.resolve() })
    })
    asked.on('error', reject)
    asked.end()
  })
}
