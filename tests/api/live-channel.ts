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

/** Sends a text of less than 64 kB as a browser does (RFC 6455: final text frame, masked). */
export function sendText(socket: Socket, text: string): void {
  const mask = [1, 2, 3, 4]
  const bytes = Buffer.from(text)
  const length = bytes.length < 126 ? [0x80 | bytes.length] : [0x80 | 126, bytes.length >> 8, bytes.length & 255]
  socket.write(Buffer.concat([Buffer.from([0x81, ...length, ...mask]), bytes.map((byte, i) => byte ^ mask[i % 4]!)]))
}

/** What the server says on a channel, message by message. */
export function hear(socket: Socket): string[] {
  const heard: string[] = []
  let rest = Buffer.alloc(0)
  socket.on('data', (chunk: Buffer) => {
    rest = Buffer.concat([rest, chunk])
    for (;;) {
      if (rest.length < 4) return
      const [head, length] = rest[1]! < 126 ? [2, rest[1]!] : [4, rest.readUInt16BE(2)]
      if (rest.length < head + length) return
      heard.push(rest.subarray(head, head + length).toString())
      rest = rest.subarray(head + length)
    }
  })
  return heard
}
