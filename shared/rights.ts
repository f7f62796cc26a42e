/**
 * Who may do what: the one table of rights. The server asks it for every call, the interface to leave out what is not
 * allowed. A right is named "thing:deed".
 */
export const ROLES = ['technician', 'lead', 'planner', 'engineer', 'admin', 'trainee', 'viewer'] as const
export type Role = (typeof ROLES)[number]

export const RIGHTS = [
  'yard:read',
  'job:read',
  'job:start',
  'job:work',
  'hold:release',
  'job:close',
  'event:undo-any',
  'work:enter-for',
  'sheet:read',
  'sheet:write',
  'sheet:release',
  'instrument:write',
  'rule:write',
  'unit:write',
  'hours:write',
  'stock:write',
  'concession:sign',
  'people:write',
  'site:write',
] as const
export type Right = (typeof RIGHTS)[number]

const READS: readonly Right[] = ['yard:read', 'job:read', 'sheet:read']
const WORKS: readonly Right[] = ['job:start', 'job:work', 'job:close', 'hours:write']
/** What a lead stands for: signatures, corrections of what others wrote, work of people who are gone. */
const LEADS: readonly Right[] = ['hold:release', 'event:undo-any', 'work:enter-for']

const TABLE: Readonly<Record<Role, readonly Right[]>> = {
  technician: [...READS, ...WORKS],
  lead: [...READS, ...WORKS, ...LEADS, 'sheet:write', 'stock:write'],
  planner: [...READS, 'job:start', 'unit:write', 'hours:write', 'stock:write'],
  engineer: [...READS, ...WORKS, ...LEADS, 'sheet:write', 'sheet:release', 'instrument:write', 'rule:write', 'unit:write', 'stock:write', 'concession:sign', 'site:write'],
  admin: RIGHTS,
  trainee: READS,
  viewer: READS,
}

/** True when the role carries the right. */
export const may = (role: Role, right: Right): boolean => TABLE[role].includes(right)

/** The rights of a role. */
export const rightsOf = (role: Role): readonly Right[] => TABLE[role]

/** What the office decides on: a badge, which lies about and may be found, does not open it. */
const OFFICE: ReadonlySet<Right> = new Set(['people:write', 'site:write', 'instrument:write', 'rule:write'])

/** True when somebody may do this as they have come in: with a badge, all that their role may but the office. */
export const mayHere = ({ role, byBadge }: { role: Role, byBadge: boolean }, right: Right): boolean =>
  may(role, right) && !(byBadge && OFFICE.has(right))

/**
 * Why this person may not take that entry back; null when they may. People undo what they wrote themselves; a lead undoes anybody's, and
 * only a lead a signature.
 */
export function refuseUndo(
  who: { id: string; role: Role },
  entry: { byId: string; by: string; isSignature: boolean },
): { code: string; message: string } | null {
  if (may(who.role, 'event:undo-any') || (entry.byId === who.id && !entry.isSignature)) return null
  return entry.isSignature
    ? { code: 'undo.signature', message: 'A signature is taken back by a lead only.' }
    : { code: 'undo.not-yours', message: `${entry.by} wrote this. They take it back themselves, or a lead does.` }
}
