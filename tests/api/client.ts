import { randomUUID } from 'node:crypto'
import type { EventBodies, EventType } from '#core'
import type { AppendResult, JobBundle, ProblemDetails, YardAnswer } from '#shared/wire/types'

const BASE = process.env.NEEDLER_URL ?? 'http://127.0.0.1:3000'

export interface Answer<T> { status: number, headers: Headers, body: T }

/** A person's browser without the browser. */
export class Client {
  private cookie = ''
  readonly device = randomUUID()

  get cookies(): string {
    return this.cookie
  }

  static async as(login: string, password = 'merrow-sound'): Promise<Client> {
    const client = new Client()
    const { status } = await client.post('/session', { login, password })
    if (status !== 200) throw new Error(`${login} could not sign in: ${status}`)
    return client
  }

  async send<T = ProblemDetails>(method: string, path: string, body?: BodyInit, headers: Record<string, string> = {}): Promise<Answer<T>> {
    const response = await fetch(`${BASE}/api${path}`, { method, headers: { ...(this.cookie ? { cookie: this.cookie } : {}), ...headers }, body, ...(body instanceof ReadableStream ? { duplex: 'half' } : {}) } as RequestInit)
    const set = response.headers.getSetCookie().find(line => line.startsWith('needler='))
    if (set) this.cookie = set.split(';')[0]!
    const text = await response.text()
    return { status: response.status, headers: response.headers, body: (/json/.test(response.headers.get('content-type') ?? '') ? JSON.parse(text) : text) as T }
  }

  get = <T = ProblemDetails>(path: string) => this.send<T>('GET', path)
  post = <T = ProblemDetails>(path: string, body: unknown) => this.send<T>('POST', path, JSON.stringify(body), { 'content-type': 'application/json' })

  append = (job: string, events: unknown[]) =>
    this.post<{ results: AppendResult[], seq: number } & ProblemDetails>(`/jobs/${job}/events`, { device: this.device, events })

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
export const draft = <T extends EventType>(type: T, body: EventBodies[T]) => ({ id: randomUUID(), type, happenedAt: new Date().toISOString(), body })
