import type { Role } from '#shared/rights'

export interface DemoPerson { login: string, name: string, role: Role, sites?: string[] }

/** Everybody of the made-up Merrow Sound Waterworks; one password for the demonstration. */
export const DEMO_PASSWORD = 'merrow-sound'

/** One PIN for everybody who may sign at another bench. */
export const DEMO_PIN = '481216'

export const DEMO_PEOPLE: readonly DemoPerson[] = [
  { login: 'okafor', name: 'R. Okafor', role: 'technician' },
  { login: 'lindqvist', name: 'S. Lindqvist', role: 'technician' },
  { login: 'marsh', name: 'T. Marsh', role: 'technician', sites: ['intake'] },
  { login: 'duarte', name: 'P. Duarte', role: 'technician', sites: ['sludge'] },
  { login: 'brandt', name: 'H. Brandt', role: 'lead' },
  { login: 'nakamura', name: 'Y. Nakamura', role: 'lead' },
  { login: 'osei', name: 'A. Osei', role: 'planner' },
  { login: 'varga', name: 'K. Varga', role: 'engineer' },
  { login: 'holm', name: 'E. Holm', role: 'engineer' },
  { login: 'admin', name: 'M. Castellan', role: 'admin' },
  { login: 'pike', name: 'J. Pike', role: 'trainee' },
  { login: 'guest', name: 'Visitor of the yard', role: 'viewer' },
]
