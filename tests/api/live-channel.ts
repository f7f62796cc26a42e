import { request } from 'node:http'
import type { Socket } from 'node:net'

export interface LiveAnswer { status: number, socket?: Socket, closed: Promise<void> }

/** Asks for a live channel as a browser does; the answer is 101 with a socket, or the refusal. */
export function askLive(path: string, headers: Record<string, string>): Promise<LiveAnswer> {
  const url = new URL(path, process.env.NEEDLER_URL)
  return new Promise((resolve, reject) => {
    const asked = request(url, {
      headers: {
        'connection': 'upgrade',
        'upgrade': 'websocket',
        'sec-websocket-key': 'dGhlIHNhbXBsZSBub25jZQ==',
        'sec-websocket-version': '13',
        ...headers,
      },
    })
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

/** Sends a short text as a browser does (RFC 6455: final text frame, masked). */
export function sendText(socket: Socket, text: string): void {
  const mask = [1, 2, 3, 4]
  const bytes = Buffer.from(text).map((byte, i) => byte ^ mask[i % 4]!)
  socket.write(Buffer.concat([Buffer.from([0x81, 0x80 | bytes.length, ...mask]), bytes]))
}

/** What the server says on a channel, message by message. */
export function hear(socket: Socket): string[] {
  const heard: string[] = []
  socket.on('data', (chunk: Buffer) => {
    for (let at = 0; at < chunk.length; at += 2 + chunk[at + 1]!) heard.push(chunk.subarray(at + 2, at + 2 + chunk[at + 1]!).toString())
  })
  return heard
}
