import type { IncomingMessage } from 'node:http'
import { LIVE_PATH, MOST_FRAME_BYTES } from '../live/upgrade'

interface Hooks { upgrade?: (request: { url: string }) => Response }
interface Asked { request?: { url?: string }, url?: string, _req?: IncomingMessage }
interface WebSocketOptions { serverOptions?: object, resolve: (info: Asked) => Promise<Hooks> }

/** There is one live channel; an upgrade at any other address is refused before it is one, and no frame is larger than a bench needs. */
export default defineNitroPlugin((nitro) => {
  const options = nitro.h3App.websocket as unknown as WebSocketOptions
  const resolve = options.resolve
  options.serverOptions = { maxPayload: MOST_FRAME_BYTES, perMessageDeflate: false }
  options.resolve = async (info) => {
    // Who hangs up before the answer is written is nobody's error.
    if (info._req?.socket.listenerCount('error') === 0) info._req.socket.on('error', () => undefined)
    const { pathname } = new URL(info.request?.url ?? info.url ?? '/', 'http://here')
    return pathname === LIVE_PATH
      ? resolve(info)
      : { upgrade: () => new Response('There is no live channel here.', { status: 404, headers: { connection: 'close' } }) }
  }
})
