import { randomUUID } from 'node:crypto'
import { askLive } from '../api/live-channel'
import { Client, draft } from '../api/client'

/**
 * The ten of `abuse.ts`, in a process of their own: what they do to themselves must not show in what is measured. Prints how much they
 * sent.
 */
const until = Date.now() + Number(process.argv[2]) * 1000
const AT_ONCE = 30
const ABUSERS = ['okafor', 'lindqvist', 'brandt', 'nakamura', 'varga', 'holm', 'osei', 'pike', 'guest', 'admin']
const going = () => Date.now() < until

const long = Array.from({ length: 200 }, () => 'x'.repeat(2000))
const noise = Buffer.alloc(11 * 1024 * 1024, 7)

async function abuse(client: Client): Promise<number> {
  const target = await client.openJobOf('P-104')
  const deeds: (() => Promise<unknown>)[] = [
    () => client.get(`/jobs/${target}/dossier?as=csv`),
    () => client.get(`/jobs/${target}/labels?tags=${Array.from({ length: 199 }, (_, i) => `B-${i}`).join(',')}`),
    () =>
      client.append(
        target,
        long.map(text => draft('note-added', { text })),
      ),
    () =>
      client.append(
        target,
        long.map(() => draft('step-done', { step: 'nonsense' })),
      ),
    () => client.putPhoto(target, randomUUID(), noise),
    () => client.get('/yard?limit=500'),
    () => client.get(`/jobs/${target}`),
    () => client.get(`/jobs/${target}/events?after=0`),
    () =>
      client.post(`/jobs/${target}/sign`, {
        device: client.device,
        event: draft('hold-released', { step: 'isolate' }),
        login: 'brandt',
        pin: '100000',
      }),
    () => new Client().signIn('brandt', 'wrong'),
    async () => {
      ;(await askLive('/api/live', { cookie: client.cookies })).socket?.destroy()
    },
    () => askLive('/', {}),
  ]
  let sent = 0
  await Promise.all(Array.from({ length: AT_ONCE }, async (_, lane) => {
    for (let i = lane; going(); i++) {
      await deeds[i % deeds.length]!().catch(() => undefined)
      sent += 1
    }
  }))
  return sent
}

const clients = await Promise.all(ABUSERS.map(login => Client.as(login)))
const sent = await Promise.all(clients.map(abuse))
console.log(sent.reduce((sum, n) => sum + n, 0))
