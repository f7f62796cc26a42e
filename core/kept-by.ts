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

/**
 * Works out once what follows from a thing that never changes, and keeps it as long as the thing is there.
 *
 * @example const heats = onceFor((step: Step) => HEATS.test(step.title)); heats(step)
 */
export function onceFor<Of extends object, Kept>(make: (of: Of) => Kept): (of: Of) => Kept {
  const all = new WeakMap<Of, Kept>()
  return (of) => {
    let kept = all.get(of)
    if (kept === undefined && !all.has(of)) all.set(of, kept = make(of))
    return kept as Kept
  }
}
