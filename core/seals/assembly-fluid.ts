import { DomainError } from '../domain-error'

export const ELASTOMERS = ['NBR', 'HNBR', 'EPDM', 'FKM', 'FFKM', 'VMQ', 'CR', 'PTFE'] as const
export type Elastomer = (typeof ELASTOMERS)[number]

/** Where the fluid goes. */
export const FLUID_PLACES = ['o-ring', 'face', 'gripping ring', 'bellows', 'thread', 'sleeve', 'brake lining'] as const
export type FluidPlace = (typeof FLUID_PLACES)[number]

/** What the machine carries, as far as it matters for what may be put on. */
export const PRODUCTS = ['water', 'drinking water', 'food', 'oil', 'fuel', 'acid', 'caustic', 'solvent', 'oxygen', 'strong oxidiser',
  'refrigerant'] as const
export type Product = (typeof PRODUCTS)[number]

/** What is put on at assembly. */
export const ASSEMBLY_FLUIDS = [
  'dry', 'water', 'soapy water', 'glycerine', 'isopropyl alcohol', 'mineral oil', 'mineral grease', 'silicone grease', 'PTFE grease',
  'clay grease', 'anti-seize',
] as const
export type AssemblyFluidName = (typeof ASSEMBLY_FLUIDS)[number]

export interface FluidChoice { fluid: AssemblyFluidName, reason: string, source: string }

export interface AssemblyFluid {
  /** The best first; what the sheet or the maker says stands above them. */
  choices: FluidChoice[]
  forbidden: FluidChoice[]
}

/** When a row holds: all that it names. A row that names nothing holds always. */
interface FluidRow {
  fluids: readonly AssemblyFluidName[]
  elastomers?: readonly Elastomer[]
  places?: readonly FluidPlace[]
  products?: readonly Product[]
  reason: string
  source: string
}

const PRACTICE = 'general practice'
const RUBBER = 'compatibility tables of the elastomer trade, general practice'
const ELASTIC: readonly FluidPlace[] = ['o-ring', 'bellows', 'sleeve']
const HYDROCARBONS: readonly AssemblyFluidName[] = ['mineral oil', 'mineral grease', 'clay grease', 'anti-seize']
const GREASES: readonly AssemblyFluidName[] = ['mineral grease', 'silicone grease', 'PTFE grease', 'clay grease']

const FORBIDDEN: readonly FluidRow[] = [
  { fluids: ['mineral oil', 'mineral grease', 'clay grease', 'anti-seize'], elastomers: ['EPDM'], places: [...ELASTIC, 'gripping ring'],
    reason: 'Mineral oil swells EPDM until it tears or locks in its groove.', source: RUBBER },
  { fluids: ['silicone grease'], elastomers: ['VMQ'], places: [...ELASTIC, 'gripping ring'],
    reason: 'Silicone on silicone: like dissolves like, the ring swells and goes soft.', source: RUBBER },
  { fluids: ['mineral oil', 'mineral grease'], elastomers: ['VMQ'], places: [...ELASTIC, 'gripping ring'],
    reason: 'Hydrocarbons swell silicone rubber.', source: RUBBER },
  { fluids: ASSEMBLY_FLUIDS.filter(fluid => fluid !== 'dry'), places: ['gripping ring'],
    reason: 'This ring has to grip: with anything on it, it spins and takes its face with it.', source: PRACTICE },
  { fluids: ['clay grease', ...GREASES, 'anti-seize'], places: ['face'],
    reason: 'Grease and its thickener hold the faces apart, burn in and score; faces stay clean.', source: PRACTICE },
  { fluids: ['clay grease'], places: ['o-ring'], reason: 'Clay does not melt: it stays as grit in the groove and on the sleeve.',
    source: PRACTICE },
  { fluids: ASSEMBLY_FLUIDS.filter(fluid => fluid !== 'dry' && fluid !== 'isopropyl alcohol'), places: ['brake lining'],
    reason: 'Whatever is greasy on a lining lets the load go. A lining that has had oil is replaced.', source: PRACTICE },
  { fluids: [...HYDROCARBONS, 'soapy water', 'glycerine'], products: ['oxygen', 'strong oxidiser'],
    reason: 'Hydrocarbons and organic films catch fire in oxygen and strong oxidisers: cleaned for oxygen, and nothing but what is approved for it.',
    source: 'general practice of oxygen cleanliness; site rules and the maker decide' },
  { fluids: ['silicone grease'], products: ['oxygen', 'strong oxidiser'],
    reason: 'Silicone burns in oxygen too, if less readily.',
    source: 'general practice of oxygen cleanliness; site rules and the maker decide' },
  { fluids: HYDROCARBONS, products: ['drinking water', 'food'],
    reason: 'Mineral products have no place in food and drinking water: only what is registered for it.',
    source: 'site rules; local codes' },
]

const CHOICES: readonly FluidRow[] = [
  { fluids: ['dry'], places: ['gripping ring'], reason: 'Clean and dry: it has to grip.', source: PRACTICE },
  { fluids: ['dry', 'isopropyl alcohol'], places: ['face'], reason: 'Wiped with alcohol and a lint-free cloth, then left dry.',
    source: PRACTICE },
  { fluids: ['water'], places: ['face'], products: ['water', 'drinking water', 'food', 'acid', 'caustic'],
    reason: 'A drop of clean water for the first turns, where the product is watery.', source: PRACTICE },
  { fluids: ['mineral oil'], places: ['face'], products: ['oil'], reason: 'A drop of the oil that it will run in.', source: PRACTICE },
  { fluids: ['dry', 'isopropyl alcohol'], places: ['brake lining'], reason: 'Cleaned and dry; never wetted but by alcohol to clean it.',
    source: PRACTICE },
  { fluids: ['PTFE grease'], places: ELASTIC, products: ['oxygen', 'strong oxidiser'],
    reason: 'A perfluorinated grease that is approved for oxygen; or dry.', source: 'maker’s approval for oxygen' },
  { fluids: ['PTFE grease'], places: ELASTIC, products: ['acid', 'caustic', 'solvent', 'refrigerant'],
    reason: 'A perfluorinated grease does nothing to the ring, nor the product to it.', source: PRACTICE },
  { fluids: ['water', 'soapy water'], places: ELASTIC, products: ['water', 'drinking water', 'food'],
    reason: 'Wets enough to slide in, washes out at the first fill.', source: PRACTICE },
  { fluids: ['mineral oil', 'mineral grease'], places: ELASTIC, elastomers: ['NBR', 'HNBR', 'FKM', 'FFKM', 'CR', 'PTFE'],
    products: ['oil', 'fuel', 'refrigerant'], reason: 'The oil that it will run in, a film of it.', source: RUBBER },
  { fluids: ['silicone grease'], places: ELASTIC, elastomers: ['NBR', 'HNBR', 'EPDM', 'FKM', 'FFKM', 'CR', 'PTFE'],
    reason: 'A film: neutral to this rubber.', source: RUBBER },
  { fluids: ['soapy water', 'glycerine'], places: ELASTIC, elastomers: ['EPDM', 'VMQ'],
    reason: 'Harmless to this rubber, and gone after a while.', source: RUBBER },
  { fluids: ['water', 'soapy water'], places: ['bellows'], reason: 'A bellows grips its shaft when the water has dried: in one go.',
    source: PRACTICE },
  { fluids: ['PTFE grease'], places: ELASTIC, reason: 'Neutral to every rubber.', source: RUBBER },
  { fluids: ['anti-seize'], places: ['thread'], reason: 'Against galling; the torque changes with it.', source: PRACTICE },
  { fluids: ['mineral oil'], places: ['thread'], reason: 'As most torque tables assume.', source: PRACTICE },
  { fluids: ['PTFE grease'], places: ['thread'], products: ['oxygen', 'strong oxidiser'], reason: 'Approved for oxygen.',
    source: 'maker’s approval for oxygen' },
  { fluids: ['dry'], places: ELASTIC, reason: 'Clean and dry, pressed straight in, where nothing else may be.', source: PRACTICE },
]

const named = <T extends string>(list: readonly T[], value: string | undefined, what: string): T | undefined => {
  if (value === undefined) return undefined
  const found = list.find(one => one.toLowerCase() === value.trim().toLowerCase())
  if (!found) throw new DomainError('assembly-fluid.unknown', `"${value}" is no ${what} that is known here: ${list.join(', ')}.`)
  return found
}

/**
 * What may go on a ring, a face or a thread at assembly, the best first, and what must not.
 *
 * @param elastomer `NBR`, `EPDM` …; left out where there is none or nobody knows: then nothing is chosen that some rubber does not bear
 * @param fluid what the machine carries
 * @returns a table of general practice with its sources; the sheet and the maker stand above it
 * @throws DomainError `assembly-fluid.unknown`
 * @example assemblyFluid({ elastomer: 'EPDM', fluid: 'water', place: 'o-ring' }).forbidden.map(one => one.fluid) // ['mineral oil', …]
 */
export function assemblyFluid({ elastomer, fluid, place }: {
  elastomer?: string | undefined, fluid?: string | undefined, place: string
}): AssemblyFluid {
  const rubber = named(ELASTOMERS, elastomer === undefined ? undefined : RUBBER_NAMES[elastomer.trim().toLowerCase()] ?? elastomer,
    'elastomer')
  const product = named(PRODUCTS, fluid, 'product')
  const where = named(FLUID_PLACES, place, 'place')!
  const holdsHere = ({ places, products }: FluidRow) => (!places || places.includes(where))
    && (!products || (product !== undefined && products.includes(product)))
  const holds = (row: FluidRow) => holdsHere(row) && (!row.elastomers || (rubber !== undefined && row.elastomers.includes(rubber)))
  // Of an unknown rubber everything is kept away that one of them does not bear.
  const forbids = (row: FluidRow) => rubber === undefined ? holdsHere(row) : holds(row)
  const spread = (rows: readonly FluidRow[]) => {
    const seen = new Set<AssemblyFluidName>()
    return rows.flatMap(({ fluids, reason, source }) => fluids.flatMap((name) => {
      if (seen.has(name)) return []
      seen.add(name)
      return [{ fluid: name, reason, source }]
    }))
  }
  const forbidden = spread(FORBIDDEN.filter(forbids))
  const bad = new Set(forbidden.map(one => one.fluid))
  return { choices: spread(CHOICES.filter(holds)).filter(choice => !bad.has(choice.fluid)), forbidden }
}

/** Names by which people know a rubber. */
const RUBBER_NAMES: Readonly<Record<string, Elastomer>> = {
  'nitrile': 'NBR', 'nitrile rubber': 'NBR', 'silicone': 'VMQ', 'silicone rubber': 'VMQ', 'si': 'VMQ', 'fluoroelastomer': 'FKM',
  'fluororubber': 'FKM', 'fpm': 'FKM', 'perfluoroelastomer': 'FFKM', 'ethylene propylene': 'EPDM', 'chloroprene': 'CR',
}
