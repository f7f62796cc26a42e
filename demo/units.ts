export interface DemoUnit {
  tag: string
  site: string
  name: string
  family: string
  make: string
  hours: number
  /** Days from the day of seeding until it is due; past ones are negative. */
  dueInDays: number | null
  sheet?: string
  plate?: Record<string, string>
  /** Option of its sheet → value. */
  options?: Record<string, string>
}

export const DEMO_SITES = [
  { key: 'intake', name: 'Intake Station', bays: ['Pump pit', 'Screen hall', 'Bay 1'] },
  { key: 'desalting', name: 'Desalting Hall', bays: ['High-pressure row', 'Bay 2'] },
  { key: 'sludge', name: 'Sludge and Biogas Plant', bays: ['Separator hall', 'Gas house', 'Bay 3'] },
] as const

const LIFT_PUMP = 'split-casing-lift-pump'

const unit
  = (site: string) =>
    (
      tag: string,
      name: string,
      family: string,
      make: string,
      hours: number,
      dueInDays: number | null,
      plate: Record<string, string> = {},
      sheet?: string,
      options: Record<string, string> = {},
    ): DemoUnit => ({ tag, site, name, family, make, hours, dueInDays, plate, options, ...(sheet ? { sheet } : {}) })
const intake = unit('intake')
const desalting = unit('desalting')
const sludge = unit('sludge')

const liftPlate = (serial: string) => ({
  Type: 'SC 350-405',
  Serial: serial,
  Flow: '780 m³/h',
  Head: '61 m',
  Speed: '1480 rpm',
  Impeller: '405 mm, bronze',
})

/** Made-up makers: Calder & Finch, Tidewright, Osmund Works, Brackwater, Halden Drives, Pell Gearing. All figures are invented. */
export const DEMO_UNITS: readonly DemoUnit[] = [
  intake('P-101', 'Sea-water lift pump 1', 'split-casing pump', 'Tidewright', 31240, 12, liftPlate('TW-0417'), LIFT_PUMP),
  intake('P-102', 'Sea-water lift pump 2', 'split-casing pump', 'Tidewright', 28810, 64, liftPlate('TW-0418'), LIFT_PUMP),
  intake('P-103', 'Sea-water lift pump 3', 'split-casing pump', 'Tidewright', 34975, -9, liftPlate('TW-0419'), LIFT_PUMP),
  intake('P-104', 'Sea-water lift pump 4', 'split-casing pump', 'Tidewright', 30122, 3, liftPlate('TW-0420'), LIFT_PUMP),
  intake('P-105', 'Sea-water lift pump 5', 'split-casing pump', 'Tidewright', 12006, 210, liftPlate('TW-0533'), LIFT_PUMP),
  intake('P-106', 'Sea-water lift pump 6, standby', 'split-casing pump', 'Tidewright', 4310, 388, liftPlate('TW-0534'), LIFT_PUMP),
  intake(
    'M-101',
    'Motor of lift pump 1',
    'sleeve-bearing motor',
    'Halden Drives',
    31240,
    96,
    { Power: '200 kW', Speed: '1485 rpm' },
    'sleeve-bearing-motor',
    { cooling: 'air' },
  ),
  intake(
    'M-102',
    'Motor of lift pump 2',
    'sleeve-bearing motor',
    'Halden Drives',
    28810,
    140,
    { Power: '200 kW', Speed: '1485 rpm' },
    'sleeve-bearing-motor',
    { cooling: 'air' },
  ),
  intake(
    'M-103',
    'Motor of lift pump 3',
    'sleeve-bearing motor',
    'Halden Drives',
    34975,
    31,
    { Power: '200 kW', Speed: '1485 rpm' },
    'sleeve-bearing-motor',
    { cooling: 'air' },
  ),
  intake(
    'M-104',
    'Motor of lift pump 4',
    'sleeve-bearing motor',
    'Halden Drives',
    30122,
    120,
    { Power: '200 kW', Speed: '1485 rpm' },
    'sleeve-bearing-motor',
    { cooling: 'air' },
  ),
  intake(
    'C-104',
    'Coupling of lift pump 4',
    'torsional elastomer coupling',
    'Pell Gearing',
    30122,
    3,
    { Torque: '2.1 kN·m' },
    'torsional-taper-coupling',
    { 'torque-class': 'standard' },
  ),
  intake('TS-201', 'Travelling screen 1', 'chain drive', 'Brackwater', 41020, 20),
  intake('TS-202', 'Travelling screen 2', 'chain drive', 'Brackwater', 39870, 75),
  intake(
    'R-201',
    'Reducer of screen 1',
    'cycloidal reducer',
    'Pell Gearing',
    41020,
    20,
    { Ratio: '29 : 1', Lubrication: 'grease' },
    'cycloidal-reducer',
    { size: 'small', lubrication: 'grease' },
  ),
  intake(
    'R-202',
    'Reducer of screen 2',
    'cycloidal reducer',
    'Pell Gearing',
    39870,
    75,
    { Ratio: '43 : 1', Lubrication: 'oil' },
    'cycloidal-reducer',
    { size: 'large', lubrication: 'oil' },
  ),
  intake('H-301', 'Lever hoist, pump hall', 'hand lever hoist', 'Calder & Finch', 0, 41, { Capacity: '1.5 t' }, 'lever-hoist', {
    size: 'medium',
  }),
  intake('H-302', 'Lever hoist, screen house', 'hand lever hoist', 'Calder & Finch', 0, -2, { Capacity: '0.75 t' }, 'lever-hoist', {
    size: 'small',
  }),
  intake('H-303', 'Chain hoist, intake shaft', 'hand chain hoist', 'Calder & Finch', 0, 160, { Capacity: '3 t' }),
  intake('P-151', 'Screen wash pump 1', 'close-coupled pump', 'Osmund Works', 18450, 55),
  intake('P-152', 'Screen wash pump 2', 'close-coupled pump', 'Osmund Works', 17720, 88),
  intake('P-171', 'Drainage pump, vertical', 'vertical bowl pump', 'Tidewright', 9110, 132, { Length: '6.2 m' }, 'vertical-bowl-pump', {
    columns: 'two',
  }),
  intake('B-181', 'Chlorination blower', 'side-channel blower', 'Osmund Works', 22300, 18),

  desalting('HP-401', 'High-pressure pump, train A', 'multistage ring-section pump', 'Osmund Works', 26740, 28, { Head: '620 m' }),
  desalting('HP-402', 'High-pressure pump, train B', 'multistage ring-section pump', 'Osmund Works', 25980, 61, { Head: '620 m' }),
  desalting('HP-403', 'High-pressure pump, train C', 'multistage ring-section pump', 'Osmund Works', 14020, 190, { Head: '620 m' }),
  desalting('M-401', 'Motor of train A', 'sleeve-bearing motor', 'Halden Drives', 26740, 28, { Power: '710 kW' }, 'sleeve-bearing-motor', {
    cooling: 'water',
  }),
  desalting('M-402', 'Motor of train B', 'sleeve-bearing motor', 'Halden Drives', 25980, 61, { Power: '710 kW' }, 'sleeve-bearing-motor', {
    cooling: 'water',
  }),
  desalting('M-403', 'Motor of train C', 'rolling-bearing motor', 'Halden Drives', 14020, 190, { Power: '710 kW' }),
  desalting(
    'C-401',
    'Coupling of train A',
    'torsional elastomer coupling',
    'Pell Gearing',
    26740,
    28,
    { Torque: '9.6 kN·m' },
    'torsional-taper-coupling',
    { 'torque-class': 'high' },
  ),
  desalting(
    'C-402',
    'Coupling of train B',
    'torsional elastomer coupling',
    'Pell Gearing',
    25980,
    61,
    { Torque: '9.6 kN·m' },
    'torsional-taper-coupling',
    { 'torque-class': 'high' },
  ),
  desalting(
    'G-411',
    'Step-up gear of train A',
    'parallel-shaft gearbox',
    'Pell Gearing',
    26740,
    45,
    { Ratio: '1 : 2.04' },
    'split-bearing-gearbox',
  ),
  desalting(
    'G-412',
    'Step-up gear of train B',
    'parallel-shaft gearbox',
    'Pell Gearing',
    25980,
    77,
    { Ratio: '1 : 2.04' },
    'split-bearing-gearbox',
  ),
  desalting('ET-421', 'Energy recovery turbo A', 'turbocharger', 'Calder & Finch', 19870, 15, { Speed: '18 400 rpm' }),
  desalting('ET-422', 'Energy recovery turbo B', 'turbocharger', 'Calder & Finch', 17660, 52, { Speed: '18 400 rpm' }),
  desalting(
    'DP-431',
    'Anti-scalant dosing pump',
    'small diaphragm dosing pump',
    'Brackwater',
    30660,
    7,
    { Stroke: '4 mm' },
    'diaphragm-dosing-pump',
    { head: 'pvc' },
  ),
  desalting(
    'DP-432',
    'Acid dosing pump',
    'small diaphragm dosing pump',
    'Brackwater',
    28900,
    36,
    { Stroke: '4 mm' },
    'diaphragm-dosing-pump',
    { head: 'steel' },
  ),
  desalting(
    'DP-433',
    'Sulphite dosing pump',
    'small diaphragm dosing pump',
    'Brackwater',
    27410,
    93,
    { Stroke: '3 mm' },
    'diaphragm-dosing-pump',
    { head: 'pvc' },
  ),
  desalting('P-441', 'Permeate transfer pump 1', 'close-coupled hygienic pump', 'Osmund Works', 21110, 44, { Flow: '40 m³/h', Head: '28 m' }, 'hygienic-pump', {
    seal: 'carbon',
  }),
  desalting('P-442', 'Permeate transfer pump 2', 'close-coupled hygienic pump', 'Osmund Works', 20540, 71, { Flow: '40 m³/h', Head: '28 m' }, 'hygienic-pump', {
    seal: 'carbide',
  }),
  desalting('P-451', 'Cleaning pump', 'pump with cartridge seal', 'Osmund Works', 3120, 240, { Flow: '22 m³/h', Head: '18 m' }, 'cartridge-pump', {
    cartridge: 'single',
  }),
  desalting('A-461', 'Agitator, cleaning tank', 'agitator with seal', 'Brackwater', 3120, 240, { Power: '7.5 kW' }, 'agitator-seal', {
    vessel: 'open',
  }),
  desalting(
    'K-471',
    'Cold-store compressor',
    'reciprocating refrigeration compressor',
    'Calder & Finch',
    15230,
    59,
    { Refrigerant: 'ammonia' },
    'refrigeration-compressor',
    { unloader: 'with' },
  ),

  sludge('DC-501', 'Decanter separator 1', 'decanter separator', 'Brackwater', 22480, 9, { Bowl: '520 mm' }, 'decanter-separator', {
    feed: 'tube',
  }),
  sludge('DC-502', 'Decanter separator 2', 'decanter separator', 'Brackwater', 19930, 82, { Bowl: '520 mm' }, 'decanter-separator', {
    feed: 'cartridge',
  }),
  sludge('GP-511', 'Polymer gear pump', 'gear pump', 'Osmund Works', 16520, 34, { Displacement: '96 ml', Speed: '960 rpm' }, 'gear-pump', {
    material: 'iron',
  }),
  sludge('VP-521', 'Polymer vane pump 1', 'sliding-vane pump', 'Calder & Finch', 11780, 48, {}, 'sliding-vane-pump', { vanes: 'polymer' }),
  sludge('VP-522', 'Polymer vane pump 2, standby', 'sliding-vane pump', 'Calder & Finch', 2260, 300, {}, 'sliding-vane-pump', {
    vanes: 'bronze',
  }),
  sludge('DM-531', 'Digester mixer 1', 'agitator with seal', 'Brackwater', 34410, 25, { Power: '15 kW' }, 'agitator-seal', { vessel: 'gas' }),
  sludge('DM-532', 'Digester mixer 2', 'agitator with seal', 'Brackwater', 33870, 66, { Power: '15 kW' }, 'agitator-seal', { vessel: 'gas' }),
  sludge('R-531', 'Reducer of mixer 1', 'parallel-shaft gearbox', 'Pell Gearing', 34410, 25, { Ratio: '31 : 1' }),
  sludge('R-532', 'Reducer of mixer 2', 'parallel-shaft gearbox', 'Pell Gearing', 33870, 66, { Ratio: '31 : 1' }),
  sludge('GC-541', 'Biogas compressor 1', 'reciprocating gas compressor', 'Calder & Finch', 18860, 17, { Gas: 'biogas' }),
  sludge('GC-542', 'Biogas compressor 2', 'reciprocating gas compressor', 'Calder & Finch', 16220, 91, { Gas: 'biogas' }),
  sludge(
    'TC-545',
    'Turbocharger, biogas engine 1',
    'turbocharger',
    'Calder & Finch',
    18640,
    6,
    { Speed: '42 000 rpm', Bearing: 'floating sleeves' },
    'turbocharger',
    { bearing: 'floating' },
  ),
  sludge(
    'TC-546',
    'Turbocharger, biogas engine 2',
    'turbocharger',
    'Calder & Finch',
    15980,
    4,
    { Speed: '42 000 rpm', Bearing: 'floating sleeves' },
    'turbocharger',
    { bearing: 'floating' },
  ),
  sludge('B-551', 'Aeration blower 1', 'two-stage fan', 'Halden Drives', 40310, 22),
  sludge('B-552', 'Aeration blower 2', 'two-stage fan', 'Halden Drives', 38990, 58),
  sludge('B-553', 'Aeration blower 3', 'two-stage fan', 'Halden Drives', 12750, 175),
  sludge(
    'HX-561',
    'Sludge heater, scraped surface',
    'scraped-surface exchanger',
    'Osmund Works',
    13340,
    39,
    { Shaft: '90 mm', Blades: '12, plastic' },
    'scraped-surface-rotor',
    { size: 'small', blade: 'plastic' },
  ),
  sludge('CV-571', 'Grit conveyor', 'pneumatic linear conveyor', 'Brackwater', 8920, 63, {}, 'pneumatic-linear-conveyor', {
    size: 'medium',
  }),
  sludge(
    'DCM-581',
    'Crane motor, direct current',
    'direct-current motor',
    'Halden Drives',
    5210,
    115,
    { Power: '22 kW' },
    'direct-current-motor',
    { brake: 'drum' },
  ),
  sludge('CP-591', 'Chemical pump, ferric', 'pump with dual cartridge seal', 'Osmund Works', 24070, 11, { Flow: '18 m³/h' }, 'dual-cartridge-pump'),
  sludge('CP-592', 'Chemical pump, lime', 'pump with dual cartridge seal', 'Osmund Works', 22150, 47, { Flow: '24 m³/h' }, 'dual-cartridge-pump'),
]
