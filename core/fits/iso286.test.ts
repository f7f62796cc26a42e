import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refusal } from '../../tests/support/refusal'
import { fitLimits, likelyFits, nominalStep, parseToleranceClass, standardTolerance, toleranceLimits } from '.'

/*
 * Limit deviations as ISO 286-2:2010 prints them (lower/upper, µm), typed class by class. They are the reference that the
 * tables of ISO 286-1 and their rules are checked against; nothing here comes from our own formula.
 */
const MAIN_MM = [3, 6, 10, 18, 30, 50, 80, 120, 180, 250, 315, 400, 500]
const MAIN: Record<string, string> = {
  H6: '0/6 0/8 0/9 0/11 0/13 0/16 0/19 0/22 0/25 0/29 0/32 0/36 0/40',
  H7: '0/10 0/12 0/15 0/18 0/21 0/25 0/30 0/35 0/40 0/46 0/52 0/57 0/63',
  H8: '0/14 0/18 0/22 0/27 0/33 0/39 0/46 0/54 0/63 0/72 0/81 0/89 0/97',
  H9: '0/25 0/30 0/36 0/43 0/52 0/62 0/74 0/87 0/100 0/115 0/130 0/140 0/155',
  H11: '0/60 0/75 0/90 0/110 0/130 0/160 0/190 0/220 0/250 0/290 0/320 0/360 0/400',
  h5: '-4/0 -5/0 -6/0 -8/0 -9/0 -11/0 -13/0 -15/0 -18/0 -20/0 -23/0 -25/0 -27/0',
  h6: '-6/0 -8/0 -9/0 -11/0 -13/0 -16/0 -19/0 -22/0 -25/0 -29/0 -32/0 -36/0 -40/0',
  h9: '-25/0 -30/0 -36/0 -43/0 -52/0 -62/0 -74/0 -87/0 -100/0 -115/0 -130/0 -140/0 -155/0',
  d9: '-45/-20 -60/-30 -76/-40 -93/-50 -117/-65 -142/-80 -174/-100 -207/-120 -245/-145 -285/-170 -320/-190 -350/-210 -385/-230',
  D10: '20/60 30/78 40/98 50/120 65/149 80/180 100/220 120/260 145/305 170/355 190/400 210/440 230/480',
  e8: '-28/-14 -38/-20 -47/-25 -59/-32 -73/-40 -89/-50 -106/-60 -126/-72 -148/-85 -172/-100 -191/-110 -214/-125 -232/-135',
  E9: '14/39 20/50 25/61 32/75 40/92 50/112 60/134 72/159 85/185 100/215 110/240 125/265 135/290',
  f7: '-16/-6 -22/-10 -28/-13 -34/-16 -41/-20 -50/-25 -60/-30 -71/-36 -83/-43 -96/-50 -108/-56 -119/-62 -131/-68',
  F8: '6/20 10/28 13/35 16/43 20/53 25/64 30/76 36/90 43/106 50/122 56/137 62/151 68/165',
  g6: '-8/-2 -12/-4 -14/-5 -17/-6 -20/-7 -25/-9 -29/-10 -34/-12 -39/-14 -44/-15 -49/-17 -54/-18 -60/-20',
  G7: '2/12 4/16 5/20 6/24 7/28 9/34 10/40 12/47 14/54 15/61 17/69 18/75 20/83',
  j6: '-2/4 -2/6 -2/7 -3/8 -4/9 -5/11 -7/12 -9/13 -11/14 -13/16 -16/16 -18/18 -20/20',
  j7: '-4/6 -4/8 -5/10 -6/12 -8/13 -10/15 -12/18 -15/20 -18/22 -21/25 -26/26 -28/29 -32/31',
  J6: '-4/2 -3/5 -4/5 -5/6 -5/8 -6/10 -6/13 -6/16 -7/18 -7/22 -7/25 -7/29 -7/33',
  J7: '-6/4 -6/6 -7/8 -8/10 -9/12 -11/14 -12/18 -13/22 -14/26 -16/30 -16/36 -18/39 -20/43',
  js6: '-3/3 -4/4 -4.5/4.5 -5.5/5.5 -6.5/6.5 -8/8 -9.5/9.5 -11/11 -12.5/12.5 -14.5/14.5 -16/16 -18/18 -20/20',
  JS7: '-5/5 -6/6 -7.5/7.5 -9/9 -10.5/10.5 -12.5/12.5 -15/15 -17.5/17.5 -20/20 -23/23 -26/26 -28.5/28.5 -31.5/31.5',
  k5: '0/4 1/6 1/7 1/9 2/11 2/13 2/15 3/18 3/21 4/24 4/27 4/29 5/32',
  k6: '0/6 1/9 1/10 1/12 2/15 2/18 2/21 3/25 3/28 4/33 4/36 4/40 5/45',
  K6: '-6/0 -6/2 -7/2 -9/2 -11/2 -13/3 -15/4 -18/4 -21/4 -24/5 -27/5 -29/7 -32/8',
  K7: '-10/0 -9/3 -10/5 -12/6 -15/6 -18/7 -21/9 -25/10 -28/12 -33/13 -36/16 -40/17 -45/18',
  K8: '-14/0 -13/5 -16/6 -19/8 -23/10 -27/12 -32/14 -38/16 -43/20 -50/22 -56/25 -61/28 -68/29',
  m6: '2/8 4/12 6/15 7/18 8/21 9/25 11/30 13/35 15/40 17/46 20/52 21/57 23/63',
  M6: '-8/-2 -9/-1 -12/-3 -15/-4 -17/-4 -20/-4 -24/-5 -28/-6 -33/-8 -37/-8 -41/-9 -46/-10 -50/-10',
  M7: '-12/-2 -12/0 -15/0 -18/0 -21/0 -25/0 -30/0 -35/0 -40/0 -46/0 -52/0 -57/0 -63/0',
  n6: '4/10 8/16 10/19 12/23 15/28 17/33 20/39 23/45 27/52 31/60 34/66 37/73 40/80',
  N6: '-10/-4 -13/-5 -16/-7 -20/-9 -24/-11 -28/-12 -33/-14 -38/-16 -45/-20 -51/-22 -57/-25 -62/-26 -67/-27',
  N7: '-14/-4 -16/-4 -19/-4 -23/-5 -28/-7 -33/-8 -39/-9 -45/-10 -52/-12 -60/-14 -66/-14 -73/-16 -80/-17',
  N9: '-29/-4 -30/0 -36/0 -43/0 -52/0 -62/0 -74/0 -87/0 -100/0 -115/0 -130/0 -140/0 -155/0',
  p6: '6/12 12/20 15/24 18/29 22/35 26/42 32/51 37/59 43/68 50/79 56/88 62/98 68/108',
  P6: '-12/-6 -17/-9 -21/-12 -26/-15 -31/-18 -37/-21 -45/-26 -52/-30 -61/-36 -70/-41 -79/-47 -87/-51 -95/-55',
  P7: '-16/-6 -20/-8 -24/-9 -29/-11 -35/-14 -42/-17 -51/-21 -59/-24 -68/-28 -79/-33 -88/-36 -98/-41 -108/-45',
  P9: '-31/-6 -42/-12 -51/-15 -61/-18 -74/-22 -88/-26 -106/-32 -124/-37 -143/-43 -165/-50 -186/-56 -202/-62 -223/-68',
}

/** Sizes in each of the steps inside the steps. */
const FINE_MM = [3, 6, 10, 14, 18, 24, 30, 40, 50, 65, 80, 100, 120, 140, 160, 180, 200, 225, 250, 280, 315, 355, 400, 450, 500]
const FINE: Record<string, string> = {
  a11: '-330/-270 -345/-270 -370/-280 -400/-290 -400/-290 -430/-300 -430/-300 -470/-310 -480/-320 -530/-340 -550/-360 -600/-380 -630/-410 -710/-460 -770/-520 -830/-580 -950/-660 -1030/-740 -1110/-820 -1240/-920 -1370/-1050 -1560/-1200 -1710/-1350 -1900/-1500 -2050/-1650',
  C11: '60/120 70/145 80/170 95/205 95/205 110/240 110/240 120/280 130/290 140/330 150/340 170/390 180/400 200/450 210/460 230/480 240/530 260/550 280/570 300/620 330/650 360/720 400/760 440/840 480/880',
  r6: '10/16 15/23 19/28 23/34 23/34 28/41 28/41 34/50 34/50 41/60 43/62 51/73 54/76 63/88 65/90 68/93 77/106 80/109 84/113 94/126 98/130 108/144 114/150 126/166 132/172',
  R7: '-20/-10 -23/-11 -28/-13 -34/-16 -34/-16 -41/-20 -41/-20 -50/-25 -50/-25 -60/-30 -62/-32 -73/-38 -76/-41 -88/-48 -90/-50 -93/-53 -106/-60 -109/-63 -113/-67 -126/-74 -130/-78 -144/-87 -150/-93 -166/-103 -172/-109',
  s6: '14/20 19/27 23/32 28/39 28/39 35/48 35/48 43/59 43/59 53/72 59/78 71/93 79/101 92/117 100/125 108/133 122/151 130/159 140/169 158/190 170/202 190/226 208/244 232/272 252/292',
  S7: '-24/-14 -27/-15 -32/-17 -39/-21 -39/-21 -48/-27 -48/-27 -59/-34 -59/-34 -72/-42 -78/-48 -93/-58 -101/-66 -117/-77 -125/-85 -133/-93 -151/-105 -159/-113 -169/-123 -190/-138 -202/-150 -226/-169 -244/-187 -272/-209 -292/-229',
  t6: '- - - - - - 41/54 48/64 54/70 66/85 75/94 91/113 104/126 122/147 134/159 146/171 166/195 180/209 196/225 218/250 240/272 268/304 294/330 330/370 360/400',
  u6: '18/24 23/31 28/37 33/44 33/44 41/54 48/61 60/76 70/86 87/106 102/121 124/146 144/166 170/195 190/215 210/235 236/265 258/287 284/313 315/347 350/382 390/426 435/471 490/530 540/580',
  U7: '-28/-18 -31/-19 -37/-22 -44/-26 -44/-26 -54/-33 -61/-40 -76/-51 -86/-61 -106/-76 -121/-91 -146/-111 -166/-131 -195/-155 -215/-175 -235/-195 -265/-219 -287/-241 -313/-267 -347/-295 -382/-330 -426/-369 -471/-414 -530/-467 -580/-517',
  x8: '20/34 28/46 34/56 40/67 45/72 54/87 64/97 80/119 97/136 122/168 146/192 178/232 210/264 248/311 280/343 310/373 350/422 385/457 425/497 475/556 525/606 590/679 660/749 740/837 820/917',
}
/** Over 500 mm, to 3150. */
const LARGE_MM = [630, 800, 1000, 1250, 1600, 2000, 2500, 3150]
const LARGE: Record<string, string> = {
  H7: '0/70 0/80 0/90 0/105 0/125 0/150 0/175 0/210',
  H8: '0/110 0/125 0/140 0/165 0/195 0/230 0/280 0/330',
  h6: '-44/0 -50/0 -56/0 -66/0 -78/0 -92/0 -110/0 -135/0',
  f7: '-146/-76 -160/-80 -176/-86 -203/-98 -235/-110 -270/-120 -305/-130 -355/-145',
  g6: '-66/-22 -74/-24 -82/-26 -94/-28 -108/-30 -124/-32 -144/-34 -173/-38',
  k6: '0/44 0/50 0/56 0/66 0/78 0/92 0/110 0/135',
  K7: '-70/0 -80/0 -90/0 -105/0 -125/0 -150/0 -175/0 -210/0',
  M7: '-96/-26 -110/-30 -124/-34 -145/-40 -173/-48 -208/-58 -243/-68 -286/-76',
  N7: '-114/-44 -130/-50 -146/-56 -171/-66 -203/-78 -242/-92 -285/-110 -345/-135',
  P7: '-148/-78 -168/-88 -190/-100 -225/-120 -265/-140 -320/-170 -370/-195 -450/-240',
}

const limitsOf = (text: string) => text.split(' ').map(cell => cell === '-' ? null : cell.split('/').map(Number))
const codeOf = (work: () => unknown) => refusal(work).code

describe('toleranceLimits', () => {
  const tables = [[MAIN, MAIN_MM], [FINE, FINE_MM], [LARGE, LARGE_MM]] as const
  const rows = tables.flatMap(([table, sizes]) => Object.entries(table).map(([name, cells]) => ({ name, cells, sizes })))

  it('is checked against enough of the standard', () => {
    expect(rows.flatMap(({ cells }) => limitsOf(cells).filter(Boolean)).length * 2).toBeGreaterThanOrEqual(400)
    for (const { cells, sizes } of rows) expect(limitsOf(cells).length).toBe(sizes.length)
  })

  it.each(rows)('equals the table of $name at both ends of every step, $sizes.0 mm and up', ({ name, cells, sizes }) => {
    limitsOf(cells).forEach((printed, i) => {
      // A step reaches from just over the end of the one before up to and including its own end; up to 1 mm some classes have no value.
      for (const nominal of [sizes[i]!, Math.max(1, nominalStep(sizes[i]!, name).overMm) + 0.001]) {
        if (!printed) expect(codeOf(() => toleranceLimits(nominal, name)), `${name} at ${nominal}`).toBe('fit.no-value')
        else expect(toleranceLimits(nominal, name), `${name} at ${nominal}`).toEqual({ lowerUm: printed[0], upperUm: printed[1] })
      }
    })
  })

  // Places where rule and print part, and the rare letters, one by one.
  it.each<[number, string, number, number]>([
    [300, 'M6', -41, -9], [250, 'M6', -37, -8], [2, 'j8', -6, 8], [2, 'N9', -29, -4], [0.8, 'h7', -10, 0],
    [2, 'cd6', -40, -34], [5, 'cd6', -54, -46], [8, 'cd6', -65, -56], [5, 'ef6', -22, -14], [8, 'fg6', -17, -8],
    [16, 'v6', 39, 50], [22, 'y6', 63, 76], [70, 'z6', 210, 229], [12, 'za7', 64, 82], [450, 'zc8', 2400, 2497],
    [100, 'IT5'.replace('IT', 'js'), -7.5, 7.5], [60, 'js01', -0.4, 0.4], [60, 'h0', -1.2, 0], [400, 'H18', 0, 8900],
    [35, 'P5', -33, -22], [35, 'Z7', -128, -103], [100, 'X7', -200, -165], [170, 'ZA8', -663, -600],
  ])('at %d mm %s is %d/%d', (nominal, name, lowerUm, upperUm) => {
    expect(toleranceLimits(nominal, name)).toEqual({ lowerUm, upperUm })
  })

  it.each<[number, string, string]>([
    [0, 'H7', 'fit.size'],
    [-3, 'H7', 'fit.size'],
    [3151, 'H7', 'fit.size'],
    [Number.NaN, 'H7', 'fit.size'],
    [25, 'H19', 'fit.no-class'],
    [25, 'i6', 'fit.no-class'],
    [25, 'Js6', 'fit.no-class'],
    [25, '', 'fit.no-class'],
    [25, 'H', 'fit.no-class'],
    [25, 'H07', 'fit.no-class'],
    [20, 't6', 'fit.no-value'],
    [60, 'cd6', 'fit.no-value'],
    [600, 'a9', 'fit.no-value'],
    [600, 'z6', 'fit.no-value'],
    [600, 'H01', 'fit.no-value'],
    [1, 'a11', 'fit.no-value'],
    [0.9, 'H14', 'fit.no-value'],
    [25, 'K9', 'fit.no-value'],
    [25, 'j8', 'fit.no-value'],
    [25, 'J9', 'fit.no-value'],
    [1, 'N9', 'fit.no-value'],
  ])('at %d mm %s is refused as %s', (nominal, name, code) => {
    expect(codeOf(() => toleranceLimits(nominal, name))).toBe(code)
  })

  const sizes = fc.double({ min: 0.001, max: 3150, noNaN: true })
  const letters = fc.constantFrom('d', 'f', 'g', 'h', 'js', 'k', 'm', 'n', 'p', 'r', 's', 'u')
  const grades = fc.integer({ min: 6, max: 11 })

  it('has zones as wide as the grade, growing with grade and size, mirrored for the basic letters', () => {
    fc.assert(fc.property(sizes, letters, grades, (nominal, letter, grade) => {
      const { lowerUm, upperUm } = toleranceLimits(nominal, letter + grade)
      expect(upperUm - lowerUm).toBeCloseTo(standardTolerance(nominal, String(grade)), 6)
      expect(standardTolerance(nominal, String(grade + 1))).toBeGreaterThan(standardTolerance(nominal, String(grade)))
      expect(standardTolerance(Math.min(3150, nominal * 2), String(grade))).toBeGreaterThanOrEqual(
        standardTolerance(nominal, String(grade)),
      )
      if (['d', 'f', 'g', 'h'].includes(letter)) {
        const hole = toleranceLimits(nominal, letter.toUpperCase() + grade)
        expect([hole.lowerUm, hole.upperUm].map(value => value + 0)).toEqual([-upperUm + 0, -lowerUm + 0])
      }
    }))
  })

  it('gives from p on the same fit whether hole or shaft is the basis, up to grade 7', () => {
    const letter = fc.constantFrom('p', 'r', 's', 'u')
    fc.assert(fc.property(fc.double({ min: 3.001, max: 500, noNaN: true }), letter, (nominal, p) => {
      const one = fitLimits(nominal, `H7/${p}6`)
      const other = fitLimits(nominal, `${p.toUpperCase()}7/h6`)
      expect([other.maxClearanceUm, other.minClearanceUm]).toEqual([one.maxClearanceUm, one.minClearanceUm])
    }))
  })

  it('knows a class by its name and nothing else', () => {
    expect(parseToleranceClass(' js6 ')).toEqual({ name: 'js6', of: 'shaft', letter: 'js', grade: '6' })
    expect(parseToleranceClass('ZA01')).toEqual({ name: 'ZA01', of: 'hole', letter: 'za', grade: '01' })
  })
})

describe('fitLimits', () => {
  it.each<[number, string, string, number, number]>([
    [25, 'H7/k6', 'transition', 19, -15],
    [25, 'H7/g6', 'clearance', 41, 7],
    [25, 'H7/h6', 'clearance', 34, 0],
    [70, 'H7/s6', 'interference', -29, -78],
    [150, 'K7/h6', 'transition', 37, -28],
    [70, 'H7/p6', 'interference', -2, -51],
    [40, 'JS7/h6', 'transition', 28.5, -12.5],
  ])('at %d mm %s is a %s fit, %d to %d µm', (nominal, fit, kind, max, min) => {
    expect(fitLimits(nominal, fit)).toMatchObject({ kind, maxClearanceUm: max, minClearanceUm: min })
  })

  it.each(['H7', 'H7/', 'k6/H7', 'H7/k6/m6', 'H7-k6', 'H7/K6'])('refuses %j', fit =>
    expect(codeOf(() => fitLimits(25, fit))).toMatch(/^fit\.no-/),
  )
})

describe('likelyFits', () => {
  const usual = ['H7/g6', 'H7/k6', 'H7/n6', 'H7/p6', 'H7/s6', 'H8/f7', 'K7/h6', 'N7/h6'] as const

  it('finds back the fit that two sizes were drawn from', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 400 }),
        fc.constantFrom(...usual),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (nominal, fit, inHole, inShaft) => {
          const { hole, shaft } = fitLimits(nominal, fit)
          const bore = nominal + (hole.lowerUm + inHole * (hole.upperUm - hole.lowerUm)) / 1000
          const pin = nominal + (shaft.lowerUm + inShaft * (shaft.upperUm - shaft.lowerUm)) / 1000
          const found = likelyFits(bore, pin, { nominalMm: nominal, most: 50 })
          expect(found[0]!.missUm).toBe(0)
          expect(found.filter(candidate => candidate.missUm === 0).map(candidate => candidate.fit)).toContain(fit)
        },
      ),
    )
  })

  it('finds the nominal size by itself and refuses what is no pair', () => {
    expect(likelyFits(25.012, 25.008)[0]).toMatchObject({ nominalMm: 25, missUm: 0 })
    expect(likelyFits(25.012, 25.008).map(candidate => candidate.fit)).toContain('H7/k6')
    expect(codeOf(() => likelyFits(25, 30))).toBe('fit.no-pair')
    expect(codeOf(() => likelyFits(0, 25))).toBe('fit.size')
  })
})
