/*
 * Radial internal clearance of bearings with a cylindrical bore, unmounted, as ISO 5753-1:2009 prints it: bores "over … up to and
 * including …" in mm, smallest and largest clearance in µm. A dash is a place without a value.
 */

const rows = (text: string) => text.trim().split('\n').map((line) => {
  const [bore, ...groups] = line.trim().split(/\s+/)
  return { boreMm: Number(bore), groups: groups.map(cell => cell === '-' ? undefined : cell.split('–').map(Number) as [number, number]) }
})

export interface ClearanceTable {
  /** Smallest bore of the table, mm; it belongs to the first row. */
  fromMm: number
  /** Upper end of each bore step with its groups C2, CN, C3, C4. */
  rows: readonly { boreMm: number, groups: readonly ([number, number] | undefined)[] }[]
}

export const DEEP_GROOVE_BALL: ClearanceTable = {
  fromMm: 2.5,
  rows: rows(`
    6    0–7    2–13    8–23    -
    10   0–7    2–13    8–23    14–29
    18   0–9    3–18    11–25   18–33
    24   0–10   5–20    13–28   20–36
    30   1–11   5–20    13–28   23–41
    40   1–11   6–20    15–33   28–46
    50   1–11   6–23    18–36   30–51
    65   1–15   8–28    23–43   38–61
    80   1–15   10–30   25–51   46–71
    100  1–18   12–36   30–58   53–84
    120  2–20   15–41   36–66   61–97
    140  2–23   18–48   41–81   71–114
    160  2–23   18–53   46–91   81–130
    180  2–25   20–61   53–102  91–147
    200  2–30   25–71   63–117  107–163
    225  2–35   25–85   75–140  125–195
    250  2–40   30–95   85–160  145–225
    280  2–45   35–105  90–170  155–245
    315  2–55   40–115  100–190 175–270
    355  3–60   45–125  110–210 195–300
    400  3–70   55–145  130–240 225–340
    450  3–80   60–170  150–270 250–380
    500  3–90   70–190  170–300 280–420`),
}

export const CYLINDRICAL_ROLLER: ClearanceTable = {
  fromMm: 0,
  rows: rows(`
    10   0–25    20–45   35–60   50–75
    24   0–25    20–45   35–60   50–75
    30   0–25    20–45   35–60   50–75
    40   5–30    25–50   45–70   60–85
    50   5–35    30–60   50–80   70–100
    65   10–40   40–70   60–90   80–110
    80   10–45   40–75   65–100  90–125
    100  15–50   50–85   75–110  105–140
    120  15–55   50–90   85–125  125–165
    140  15–60   60–105  100–145 145–190
    160  20–70   70–120  115–165 165–215
    180  25–75   75–125  120–170 170–220
    200  35–90   90–145  140–195 195–250
    225  45–105  105–165 160–220 220–280
    250  45–110  110–175 170–235 235–300
    280  55–125  125–195 190–260 260–330
    315  55–130  130–205 200–275 275–350
    355  65–145  145–225 225–305 305–385
    400  100–190 190–280 280–370 370–460
    450  110–210 210–310 310–410 410–510
    500  110–220 220–330 330–440 440–550`),
}
