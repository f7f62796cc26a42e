export { parseArc, sayArc } from './clock-hours'
export { circularStatistics, type CircularStatistics } from './circular-statistics'
export { diagnose, type Diagnosis, type Evidence, type EvidenceReading, type NextCheck, type RankedCause } from './diagnose'
export { ALL_ROUND_DEG, arcMiddle, arcWidth, checkFinding, hasPlace, reachOf, type Arc, type EvidencePart,
  type Finding as EvidenceFinding, type Reach } from './finding'
export { arcInFrame, frames, overlay, type Contradiction, type FramedPart, type Frames, type FrameTie, type LaidFinding } from './frames'
export { geometry, GEOMETRY_FAMILIES, GEOMETRY_ROWS, type GeometryFound, type GeometryRow } from './geometry'
export { MOST_WEIGHT, type CauseFacts, type EvidenceRule, type RuleDocument, type RuleWhen } from './rules'
export { agreement, type Agreement, type JudgedCase } from './agreement'
export { checkRules } from './check-rules'
export { sayWhen } from './say-rule'
export { SHIPPED_RULES } from './shipped-rules'
export { causeName, CAUSES, CIRCUMSTANCES, CLEAN, EVIDENCE_READINGS, EVIDENCE_ROLES, kindName, ROLE_NAMES, type Circumstance,
  type EvidenceReadingOf, type EvidenceRole } from './words'
