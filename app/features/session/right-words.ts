import type { Right } from '#shared/rights'

/** What each right lets a person do, in the words of the shop. */
export const RIGHT_WORDS: Readonly<Record<Right, string>> = {
  'yard:read': 'See the yard and its machines',
  'job:read': 'Look at overhauls and their records',
  'job:start': 'Start an overhaul',
  'job:work': 'Work at the bench: steps, marks, readings, notes',
  'hold:release': 'Release hold points and sign departures',
  'job:close': 'Close an overhaul',
  'event:undo-any': 'Take back what others have written',
  'work:enter-for': 'Send the work of people who are gone',
  'sheet:read': 'Read machine sheets',
  'sheet:write': 'Write drafts of machine sheets',
  'sheet:release': 'Release machine sheets of others',
  'instrument:write': 'Keep the register of instruments',
  'rule:write': 'Release the rules of causes, families and words',
  'unit:write': 'Take machines into the fleet, plan overhauls',
  'hours:write': 'Write down running hours',
  'stock:write': 'Keep the stores',
  'concession:sign': 'Let a worn part run on, extend shelf life',
  'people:write': 'Let people in, make codes, badges and shared tablets',
  'site:write': 'Make sites and their bays',
}
