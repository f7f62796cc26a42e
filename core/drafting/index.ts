export { editInWords, kindAt, type EditWords } from './edit-words'
export { fieldQuantity, fieldWord } from './field-words'
export { COLUMNS, guessColumns, isHead, PASTED, type ColumnUse, type PastedList } from './pasted-columns'
export { MOST_ROWS, rowsToEdits, type PasteFault, type PasteResult } from './pasted-rows'
