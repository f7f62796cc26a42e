import { Type, type Static } from '@sinclair/typebox'
import type { Attachment } from './schema-attachments'
import { attachments } from './schema-attachments'
import { Key, Line, object, oneOf, Text } from './schema-builders'
import type { Outline } from './schema-machine'
import { Assembly, Axis, DryZone, Energy, Envelope, Fit, Joint, Mark, Option, Part, Position, Temporary } from './schema-machine'
import type { HandCheck, LadderRung } from './schema-work'
import { Seal, type SealSetting } from './schema-seal'
import { Choice, Step } from './schema-work'
import { SHEET_FORMAT } from './terms'
import { PRODUCTS } from '../seals'

/*
 * The machine sheet as one document: everything that Needler knows about one kind of machine. The types of the program and
 * the published JSON Schema (docs/sheet.schema.json) both come from these definitions; `checkSheet` adds what a schema
 * cannot say (references, cycles, counts).
 */

export const GAP_FIELDS = ['torque', 'why', 'minutes', 'limits', 'mass'] as const
const Gap = object({ thing: Key, field: oneOf(GAP_FIELDS) }, 'A value that is missing: the key of its thing, and which.')
const Answer = object({ rule: Key, list: Line, key: Line, field: Type.Optional(Line), reason: Text, by: Line })

export const SheetSchema = Type.Object(
  {
    $schema: Type.Optional(Type.String()),
    format: Type.Literal(SHEET_FORMAT),
    key: Key,
    revision: Type.Integer({ minimum: 1, maximum: 9999 }),
    title: Line,
    family: Line,
    summary: Text,
    notice: Type.String({
      minLength: 1,
      maxLength: 1200,
      description: 'Whose rules stand above this sheet; shown wherever it gives leave to do something.',
    }),
    massKg: Type.Optional(Type.Number({ exclusiveMinimum: 0, maximum: 1000000, description: 'The machine as it stands, dry.' })),
    attachments: attachments(20),
    options: Type.Optional(Type.Array(Option, { minItems: 1, maxItems: 6 })),
    choices: Type.Optional(Type.Array(Choice, { minItems: 1, maxItems: 8 })),
    energies: Type.Optional(Type.Array(Energy, { minItems: 1, maxItems: 11 })),
    temporary: Type.Optional(Type.Array(Temporary, { minItems: 1, maxItems: 20, description: 'What is put in for the work and comes out again.' })),
    envelopes: Type.Optional(Type.Array(Envelope, { minItems: 1, maxItems: 6 })),
    product: Type.Optional(oneOf(PRODUCTS, 'What it carries, as far as it matters for what may be put on its rings and faces.')),
    dryZones: Type.Optional(Type.Array(DryZone, { minItems: 1, maxItems: 20 })),
    clock: Type.Optional(object({
      seenFrom: Line,
      turns: oneOf(['clockwise', 'anticlockwise'], 'Seen from there.'),
      landmarks: Type.Optional(Type.Array(
        object({ name: Line, deg: Type.Number({ minimum: 0, exclusiveMaximum: 360, description: 'Clockwise from 12 o’clock.' }) }), { maxItems: 12 },
      )),
    }, 'How evidence lies round the shaft: from where it is seen, which way it turns, what stands fast.')),
    axes: Type.Optional(Type.Array(Axis, { minItems: 1, maxItems: 20, description: 'Axes of the section beside the main one.' })),
    parts: Type.Array(Part, { minItems: 1, maxItems: 400 }),
    assemblies: Type.Optional(Type.Array(Assembly, { minItems: 1, maxItems: 40, description: 'Each part in one at most.' })),
    positions: Type.Array(Position, { maxItems: 300 }),
    marks: Type.Array(Mark, { maxItems: 200 }),
    joints: Type.Array(Joint, { maxItems: 100 }),
    fits: Type.Optional(
      Type.Array(Fit, {
        minItems: 1,
        maxItems: 100,
        description: 'Pairs that mate: the clearance that follows from both sizes. Negative is an interference.',
      }),
    ),
    seals: Type.Optional(Type.Array(Seal, { minItems: 1, maxItems: 20 })),
    steps: Type.Array(Step, { minItems: 1, maxItems: 400 }),
    gaps: Type.Optional(Type.Array(Gap, { minItems: 1, maxItems: 400, description: 'What nobody knows yet, written down as such.' })),
    audited: Type.Optional(
      Type.Array(Answer, { minItems: 1, maxItems: 200, description: 'Answers to what the audit asks; a thing is named by its key.' }),
    ),
  },
  {
    additionalProperties: false,
    title: 'Needler machine sheet',
    description: 'One kind of machine: how it is built and how it is overhauled. Released revisions never change.',
  },
)

/** What one deed at the bench may write into a sheet. */
export const GrowthSchema = object({
  adds: object({
    parts: Type.Optional(Type.Array(Part, { maxItems: 60 })),
    positions: Type.Optional(Type.Array(Position, { maxItems: 20 })),
    joints: Type.Optional(Type.Array(Joint, { maxItems: 20 })),
    marks: Type.Optional(Type.Array(Mark, { maxItems: 20 })),
    steps: Type.Optional(Type.Array(Step, { maxItems: 40 })),
    assemblies: Type.Optional(Type.Array(Assembly, { maxItems: 10 })),
    gaps: Type.Optional(Type.Array(Gap, { maxItems: 100 })),
  }),
  links: Type.Optional(Type.Array(object({
    step: Key, after: Type.Optional(Type.Array(Key, { maxItems: 40 })), decides: Type.Optional(Type.Array(Key, { maxItems: 60 })),
  }), { maxItems: 60 })),
})

/** A sheet as it is written: for all machines of its options, with all ways; nothing is worked from it as it stands. */
export type SheetDocument = Static<typeof SheetSchema>

declare const STANDING: unique symbol
/** The sheet of one machine, or of one job: its options are settled, nothing of it depends on them any more. */
export type Sheet = SheetDocument & { readonly [STANDING]: true }
export type Attachment = Static<typeof Attachment>
export type Part = Static<typeof Part>
export type Gap = Static<typeof Gap>
export type Position = Static<typeof Position>
export type Mark = Static<typeof Mark>
export type Joint = Static<typeof Joint>
export type Fit = Static<typeof Fit>
export type Step = Static<typeof Step>
export type Choice = Static<typeof Choice>
export type DryZone = Static<typeof DryZone>
export type HandCheck = Static<typeof HandCheck>
export type LadderRung = Static<typeof LadderRung>
export type Outline = Static<typeof Outline>
export type Energy = Static<typeof Energy>
export type Temporary = Static<typeof Temporary>
export type Seal = Static<typeof Seal>
export type SealSettingOfSheet = Static<typeof SealSetting>
export type Envelope = Static<typeof Envelope>
export type Axis = Static<typeof Axis>
export type Assembly = Static<typeof Assembly>
export type Limb = Step['limb']
export type MarkWay = Mark['way']
