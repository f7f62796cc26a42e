import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { SessionPerson } from '#shared/wire/types'

vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined })
const { useSessionStore } = await import('../../../net/session-store')
const { useDraftStore } = await import('./draft-store')

const person = (name: string): SessionPerson => ({ id: name, login: name, name, role: 'technician', sites: null, byBadge: false })
const AT = { job: 'job', position: 'bore', stage: 'as-found' } as const

describe('what is half typed', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('says whose figures stand there, figure by figure, until they are typed over', () => {
    const [session, drafts] = [useSessionStore(), useDraftStore()]
    session.person = person('R. Okafor')
    drafts.keep(AT, { typed: [['25.01', '']] })
    expect(drafts.othersIn(AT)).toEqual([])
    session.person = person('H. Brandt')
    expect(drafts.othersIn(AT)).toEqual(['R. Okafor'])
    drafts.keep(AT, { typed: [['25.01', '25.02']] })
    expect(drafts.othersIn(AT)).toEqual(['R. Okafor'])
    session.person = person('R. Okafor')
    expect(drafts.othersIn(AT)).toEqual(['H. Brandt'])
    drafts.keep(AT, { typed: [['25.01', '25.03']] })
    expect(drafts.othersIn(AT)).toEqual([])
    drafts.forget(AT)
    session.person = person('H. Brandt')
    expect(drafts.othersIn(AT)).toEqual([])
  })
})
