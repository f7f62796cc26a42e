export { parseQuantity, type ParseOptions, type Quantity } from './parse-quantity'
export { parseTolerance, type Tolerance } from './parse-tolerance'
export { formatQuantity, type FormatOptions } from './format-quantity'
export { KINDS, type QuantityKind, type UnitSystem } from './units'
