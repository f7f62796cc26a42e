import type { Part, SheetDocument } from './schema'

/** What one person lifts by hand at most, kg; the reference mass of ISO 11228-1 for the working population. Site rules stand above it. */
export const HAND_LIFT_KG = 25

/**
 * True when a piece is too heavy for one pair of hands: it wants a sling, or more people.
 *
 * @returns false when nobody has written down what it weighs
 * @example needsLifting({ massKg: 186 }) // true
 */
export const needsLifting = ({ massKg }: Pick<Part, 'massKg'>): boolean => massKg !== undefined && massKg > HAND_LIFT_KG

const LIFTING_FAMILIES = /hoist|crane|winch|chain block|lifting|sling|jib|gantry|davit/i

/**
 * True for a sheet of lifting gear: loads hang on whatever it is made of.
 *
 * @example isLiftingGear({ family: 'lever hoist', title: 'Lever hoist' }) // true
 */
export const isLiftingGear = ({ family, title }: Pick<SheetDocument, 'family' | 'title'>): boolean => LIFTING_FAMILIES.test(`${family} ${title}`)
