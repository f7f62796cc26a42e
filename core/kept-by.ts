/**
 * Keeps what follows from a thing that never changes, under a name, so that it is worked out once and stays the same object; it goes when
 * the thing goes.
 *
 * @returns asks for what is kept under a name, and has it made where nothing is
 * @example const sheets = keptBy<SheetDocument, string, Sheet>(); sheets(document, 'large', () => settle(document, 'large'))
 */
export function keptBy<Of extends object, Name, Kept extends object>(): (of: Of, name: Name, make: () => Kept) => Kept {
  const all = new WeakMap<Of, Map<Name, Kept>>()
  return (of, name, make) => {
    let own = all.get(of)
    if (!own) all.set(of, own = new Map())
    let kept = own.get(name)
    if (!kept) own.set(name, kept = make())
    return kept
  }
}
