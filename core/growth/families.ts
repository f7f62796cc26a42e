import type { Position } from '../sheet'

/** A reading that machines of a family usually get. */
export interface UsualReading extends Pick<Position, 'quantity' | 'instrument' | 'uncertainty' | 'stations' | 'planes'> {
  name: string
  /** As it stands before anything comes off, while it runs in the end, or both before and after. */
  asked: 'found' | 'run' | 'both'
}

export interface Family {
  key: string
  name: string
  /** What usually comes off it, in the words of the shop. */
  parts: readonly string[]
  readings: readonly UsualReading[]
}

const one = { stations: ['here'], planes: ['value'] }
const ends = { stations: ['drive end', 'non-drive end'], planes: ['value'] }
const vibration: UsualReading = {
  name: 'Vibration at the bearings, RMS', quantity: 'velocity', instrument: 'vibration meter', uncertainty: 0.3, asked: 'run',
  stations: ['drive end', 'non-drive end'], planes: ['horizontal', 'vertical', 'axial'],
}
const bearingTemperature: UsualReading = {
  name: 'Bearing temperature after an hour', quantity: 'temperature', instrument: 'contact thermometer', uncertainty: 1.5, asked: 'run', ...ends,
}
const current: UsualReading = {
  name: 'Motor current, by an electrician', quantity: 'current', instrument: 'panel meter', uncertainty: 1, asked: 'run',
  stations: ['L1', 'L2', 'L3'], planes: ['value'],
}
const endFloat: UsualReading = {
  name: 'End float of the shaft', quantity: 'length', instrument: 'dial indicator', uncertainty: 0.012, asked: 'both', ...one,
}
const shaftLift: UsualReading = {
  name: 'Lift of the shaft at the bearing', quantity: 'length', instrument: 'dial indicator', uncertainty: 0.012, asked: 'both', ...ends,
}

/** Families of machines that a shop overhauls; the readings of each are asked for, their limits come from the maker's manual. */
export const FAMILIES: readonly Family[] = [
  { key: 'pump', name: 'Pump', readings: [endFloat, shaftLift, vibration, bearingTemperature, current],
    parts: ['Coupling guard', 'Coupling spacer', 'Casing cover', 'Cover screws', 'Cover gasket', 'Impeller nut', 'Impeller', 'Mechanical seal', 'Shaft sleeve', 'Bearing cover', 'Bearing', 'Shaft'] },
  { key: 'gear', name: 'Gear', readings: [endFloat,
    { name: 'Backlash', quantity: 'length', instrument: 'dial indicator', uncertainty: 0.012, asked: 'both', stations: ['0°', '120°', '240°'], planes: ['value'] },
    vibration, { ...bearingTemperature, name: 'Oil temperature after an hour', ...one }],
  parts: ['Coupling guard', 'Drain plug', 'Inspection cover', 'Housing upper half', 'Housing screws', 'Bearing cover', 'Shims', 'Pinion shaft', 'Gear', 'Bearing', 'Lip seal'] },
  { key: 'fan', name: 'Fan, blower', readings: [
    { name: 'Gap between impeller and inlet cone', quantity: 'length', instrument: 'feeler gauges', uncertainty: 0.05, asked: 'both', stations: ['top', 'right', 'below', 'left'], planes: ['value'] },
    endFloat, vibration, bearingTemperature, current],
  parts: ['Belt guard', 'Belt', 'Coupling guard', 'Casing upper half', 'Casing screws', 'Inlet cone', 'Impeller', 'Impeller nut', 'Lock washer', 'Bearing housing cover', 'Bearing', 'Shaft'] },
  { key: 'compressor', name: 'Compressor', readings: [endFloat,
    { name: 'Discharge pressure, running', quantity: 'pressure', instrument: 'pressure gauge', uncertainty: 0.01, asked: 'run', ...one },
    { name: 'Discharge temperature, running', quantity: 'temperature', instrument: 'contact thermometer', uncertainty: 1.5, asked: 'run', ...one }, vibration],
  parts: ['Coupling guard', 'Suction pipe', 'Cylinder head', 'Head screws', 'Head gasket', 'Valve plate', 'Piston', 'Connecting rod', 'Crankcase cover', 'Bearing', 'Lip seal'] },
  { key: 'motor', name: 'Electric motor', readings: [
    { name: 'Insulation resistance, by an electrician', quantity: 'resistance', instrument: 'insulation tester', uncertainty: 5, asked: 'both', stations: ['U', 'V', 'W'], planes: ['to earth'] },
    endFloat, vibration, bearingTemperature, current],
  parts: ['Fan cover', 'Fan', 'Snap ring', 'Coupling hub', 'Key', 'End shield', 'End shield screws', 'Rotor', 'Bearing', 'Lip seal'] },
  { key: 'separator', name: 'Separator, centrifuge', readings: [
    { name: 'Height of the bowl', quantity: 'length', instrument: 'depth gauge', uncertainty: 0.05, asked: 'both', ...one },
    { name: 'Run-up time', quantity: 'time', instrument: 'stop watch', uncertainty: 2, asked: 'run', ...one }, vibration, current],
  parts: ['Hood', 'Inlet pipe', 'Bowl lock ring', 'Bowl hood', 'Disc stack', 'Distributor', 'Bowl body', 'O-ring', 'Brake', 'Spindle', 'Bearing'] },
  { key: 'conveyor', name: 'Conveyor, scraper', readings: [
    { name: 'Sag of the chain or belt', quantity: 'length', instrument: 'steel rule', uncertainty: 1, asked: 'both', stations: ['left', 'right'], planes: ['value'] },
    { ...bearingTemperature, stations: ['head', 'tail'] }, current],
  parts: ['Chain guard', 'Chain', 'Split pin', 'Flight', 'Head shaft', 'Sprocket', 'Pillow block bearing', 'Tensioner', 'Key'] },
  { key: 'hoist', name: 'Hoist, winch', readings: [
    { name: 'Opening of the hook', quantity: 'length', instrument: 'caliper', uncertainty: 0.05, asked: 'found', ...one },
    { name: 'Thickness of the brake lining', quantity: 'length', instrument: 'caliper', uncertainty: 0.05, asked: 'found', ...one }, current],
  parts: ['Chain container', 'Chain', 'Hook', 'Brake cover', 'Brake disc', 'Spring', 'Gear cover', 'Gear', 'Bearing', 'Snap ring'] },
  { key: 'valve', name: 'Valve, actuator', readings: [
    { name: 'Stroke', quantity: 'length', instrument: 'depth gauge', uncertainty: 0.05, asked: 'both', ...one },
    { name: 'Drops through the seat in ten minutes', quantity: 'count', instrument: 'counted', uncertainty: 0.5, asked: 'run', ...one }],
  parts: ['Actuator', 'Actuator screws', 'Spring', 'Bonnet', 'Bonnet nuts', 'Bonnet gasket', 'Stem', 'Plug', 'Seat', 'Packing'] },
]
