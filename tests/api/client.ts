import { randomUUID } from 'node:crypto'
import type { EventBodies, EventType } from '#core'
import type { AppendResult, JobBundle, ProblemDetails, YardAnswer } from '#shared/wire/types'

// Asked each time: some tests have an installation of their own.
const base = () => process.env.NEEDLER_URL ?? 'http://127.0.0.1:3000'

export interface Answer<T> { status: number, headers: Headers, body: T }

/** A person's browser without the browser. */
export class Client {
  private readonly jar = new Map<string, string>()
  readonly device = randomUUID()

  get cookies(): string {
    return [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ')
  }

  /** The tablet, with what it remembers of itself, without the session. */
  leaveDevice(): Client {
    const other = new Client()
    other.jar.set('needler-device', this.jar.get('needler-device') ?? '')
    return other
  }

  async signIn(login: string, password = 'merrow-sound'): Promise<number> {
    return (await this.post('/session', { login, password })).status
  }

  static async as(login: string, password = 'merrow-sound'): Promise<Client> {
    const client = new Client()
    const status = await client.signIn(login, password)
    if (status !== 200) throw new Error(`${login} could not sign in: ${status}`)
    return client
  }

  async send<T = ProblemDetails>(method: string, path: string, body?: BodyInit, headers: Record<string, string> = {}): Promise<Answer<T>> {
    const response = await fetch(`${base()}/api${path}`, {
      method,
      headers: { ...(this.jar.size ? { cookie: this.cookies } : {}), ...headers },
      body,
      ...(body instanceof ReadableStream ? { duplex: 'half' } : {}),
    } as RequestInit)
    for (const line of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(line)!
      this.jar.set(name!, value!)
    }
    const text = await response.text()
    return {
      status: response.status,
      headers: response.headers,
      body: (/json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text) as T,
    }
  }

  get = <T = ProblemDetails>(path: string) => this.send<T>('GET', path)
  post = <T = ProblemDetails>(path: string, body: unknown) =>
    this.send<T>('POST', path, JSON.stringify(body), { 'content-type': 'application/json' })

  put = <T = ProblemDetails>(path: string, body: unknown) =>
    this.send<T>('PUT', path, JSON.stringify(body), { 'content-type': 'application/json' })

  patch = <T = ProblemDetails>(path: string, body: unknown) =>
    this.send<T>('PATCH', path, JSON.stringify(body), { 'content-type': 'application/json' })

  /** Announces a photo as a bench does and gives its number. */
  async announcePhoto(job: string, more: object = {}): Promise<string> {
    const photo = randomUUID()
    const { status } = await this.append(job, [draft('photo-added', { photo, ...more })])
    if (status !== 200) throw new Error(`the photo was not announced: ${status}`)
    return photo
  }

  putPhoto = (job: string, photo: string, bytes: Uint8Array) =>
    this.send('PUT', `/jobs/${job}/photos/${photo}`, bytes as unknown as BodyInit, { 'content-type': 'image/jpeg' })

  append = (job: string, events: unknown[]) =>
    this.post<{ results: AppendResult[]; seq: number } & ProblemDetails>(`/jobs/${job}/events`, { device: this.device, events })

  async openJobOf(tag: string): Promise<string> {
    const { body } = await this.get<YardAnswer>(`/yard?search=${tag}`)
    return body.units[0]!.openJob!.id
  }

  async seqOf(job: string): Promise<number> {
    const { body } = await this.get<JobBundle>(`/jobs/${job}`)
    return body.events.at(-1)?.seq ?? body.snapshot!.seq
  }
}

/** An event as a bench sends it. */
export const draft = <T extends EventType>(type: T, body: EventBodies[T]) => ({
  id: randomUUID(),
  type,
  happenedAt: new Date().toISOString(),
  body,
})
