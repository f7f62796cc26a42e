/**
 * Who may do what: the one table of rights. The server asks it for every call, the interface to leave out what is not
 * allowed. A right is named "thing:deed".
 */
export const ROLES = ['technician', 'lead', 'planner', 'engineer', 'admin', 'trainee', 'viewer'] as const
export type Role = (typeof ROLES)[number]

export const RIGHTS = ['yard:read', 'job:read', 'job:start', 'job:work', 'hold:release', 'job:close', 'sheet:read', 'sheet:write'] as const
export type Right = (typeof RIGHTS)[number]

const READS: readonly Right[] = ['yard:read', 'job:read', 'sheet:read']

const TABLE: Readonly<Record<Role, readonly Right[]>> = {
  technician: [...READS, 'job:start', 'job:work', 'job:close'],
  lead: [...READS, 'job:start', 'job:work', 'job:close', 'hold:release'],
  planner: [...READS, 'job:start'],
  engineer: [...READS, 'job:start', 'job:work', 'job:close', 'hold:release', 'sheet:write'],
  admin: RIGHTS,
  trainee: READS,
  viewer: READS,
}

/** True when the role carries the right. */
export const may = (role: Role, right: Right): boolean => TABLE[role].includes(right)

/** The right that an event of the job log needs. */
export function rightForEvent(type: string): Right {
  if (type === 'hold-released') return 'hold:release'
  if (type === 'job-closed') return 'job:close'
  return 'job:work'
}
