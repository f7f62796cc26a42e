import type { Energy, Step } from '../sheet'

export type EnergyKind = Energy['kind']

/** How one kind of energy is shut off and proved to be gone, and how it comes back. */
export interface EnergyWords {
  /** As the person is asked for it. */
  ask: string
  name: string
  off: { title: string, short: string, done: string, why: string, danger: string, proof: string, minutes: number }
  back: { title: string, short: string, done: string, why: string, proof: string, minutes: number }
}

/** What stands above every sheet. */
export const ABOVE = 'The maker’s manual, the lock-out rules of the site and local codes stand above this sheet; only people who are authorised for it.'

/** In the order in which a machine is made safe: what moves it first, what is in it then, what is stored last. */
export const ENERGY_WORDS: Readonly<Record<EnergyKind, EnergyWords>> = {
  'electric': {
    ask: 'Electric: motor, heater, control',
    name: 'Electric supply',
    off: {
      title: 'Isolate and lock the electric supply', short: 'Isolate, lock', done: 'Locked and tried', minutes: 10,
      why: 'Every supply: motor, heater, control, anti-condensation. Each person hangs a lock on the isolator itself.',
      danger: 'It may start by a float, a timer or from afar. Lock, tag, then try to start it; dead is what somebody authorised has proved dead.',
      proof: 'Locks seen, start tried, no voltage proved by somebody authorised for it',
    },
    back: {
      title: 'Locks off the electric supply', short: 'Locks off', done: 'Supply is on', minutes: 8,
      why: 'Each lock by the person who hung it; people clear, tools counted.',
      proof: 'Nothing open, people clear, every lock off by its owner',
    },
  },
  'turning': {
    ask: 'It can be turned by wind, flow or its load',
    name: 'What turns it from outside',
    off: {
      title: 'Block what could turn it', short: 'Blocked', done: 'Blocked against turning', minutes: 10,
      why: 'A fan turns in the draught of its neighbour, a pump in the backflow. A damper or valve shut and locked, or the shaft held.',
      danger: 'A shaft that is turned by hand can be turned by the plant as well.',
      proof: 'Damper or valve locked, or shaft held: it does not turn, watched for some minutes',
    },
    back: {
      title: 'Blocks against turning out', short: 'Blocks out', done: 'Free to turn', minutes: 5,
      why: 'What was put in to hold it is counted out.', proof: 'Every block is out and counted, it turns by hand',
    },
  },
  'pressure': {
    ask: 'Pressure: product, air, vacuum',
    name: 'Pressure in it',
    off: {
      title: 'Shut, lock and let the pressure off', short: 'Pressure off', done: 'At zero, vent open', minutes: 20,
      why: 'Both sides shut and locked, then vented slowly; the vent stays open for the whole job. A valve that passes shows in time.',
      danger: 'A gauge at zero may be blocked. Open a vent and see it blow off; stand beside it, never before it.',
      proof: 'Valves locked, vent open and proved free, gauge at zero and staying there',
    },
    back: {
      title: 'Let the pressure in, slowly', short: 'Pressure in', done: 'Under pressure, tight', minutes: 15,
      why: 'Vented while it fills; looked at at every joint that was opened, before it runs.',
      proof: 'Joints tight, vent shut, nobody before a joint',
    },
  },
  'hydraulic': {
    ask: 'Hydraulic, accumulators',
    name: 'Hydraulic pressure',
    off: {
      title: 'Let the hydraulic pressure down', short: 'Hydraulic down', done: 'Down, accumulator let off', minutes: 20,
      why: 'Pump locked, accumulator let off through its valve, load set down first.',
      danger: 'Oil under pressure goes through skin: no hand looks for a leak. An accumulator holds pressure with the pump off.',
      proof: 'Gauge at the accumulator at zero, load on its stops',
    },
    back: {
      title: 'Hydraulic pressure back', short: 'Hydraulic on', done: 'Pressure is on, tight', minutes: 10,
      why: 'Bled, then raised in steps.', proof: 'Hoses as they were, nobody in the reach of what moves',
    },
  },
  'steam': {
    ask: 'Steam, condensate',
    name: 'Steam and condensate',
    off: {
      title: 'Shut and lock the steam, drain it', short: 'Steam off', done: 'Shut, drained, cold', minutes: 45,
      why: 'Two valves with an open drain between them, or a blind. Condensate behind a trap is under pressure too.',
      danger: 'Scalds. Condensate flashes when it is opened; wait until it is cold.',
      proof: 'Both valves locked, drain between them open and dry, metal cold to a thermometer',
    },
    back: {
      title: 'Steam back, slowly', short: 'Steam on', done: 'Warm and drained', minutes: 30,
      why: 'Warmed with the drains open, so that no slug of water hits.', proof: 'Drains open, joints watched, people clear',
    },
  },
  'gas': {
    ask: 'Gas: fuel, process, inert',
    name: 'Gas in it',
    off: {
      title: 'Shut, blind and purge the gas', short: 'Gas out', done: 'Purged and measured', minutes: 60,
      why: 'A valve alone is no isolation for gas that burns, poisons or smothers: a blind or a double block with its bleed, then purged.',
      danger: 'Burns, poisons or smothers. No spark; nobody alone; measured before a face comes near.',
      proof: 'Gas measured by somebody authorised, value and time on the permit',
    },
    back: {
      title: 'Gas back', short: 'Gas on', done: 'Tight to the gas tester', minutes: 30,
      why: 'Air out first, then gas; every joint that was opened is tried.', proof: 'Blinds out by the list, joints tried for leaks',
    },
  },
  'chemical': {
    ask: 'Product that burns, poisons or eats',
    name: 'Product in it',
    off: {
      title: 'Drain and flush the product', short: 'Flushed', done: 'Empty and flushed', minutes: 40,
      why: 'Data sheet read; drained to where it may go, flushed until it is neutral or clean. Dead ends hold a rest.',
      danger: 'Face shield, gloves, apron as the data sheet says. The first joint is opened away from the face, a rest runs out.',
      proof: 'Strip or meter at the drain as the data sheet wants it, value written down',
    },
    back: {
      title: 'Product back', short: 'Product on', done: 'Filled and vented', minutes: 20,
      why: 'Filled from below, vented on top, joints watched.', proof: 'Drains and vents shut, joints dry',
    },
  },
  'cooling water': {
    ask: 'Cooling or flushing water',
    name: 'Cooling water',
    off: {
      title: 'Shut and drain the cooling water', short: 'Water off', done: 'Shut and drained', minutes: 10,
      why: 'Both ways; a return can feed back.', danger: 'Return lines of others are under pressure.',
      proof: 'Both valves locked, drain open and dry',
    },
    back: {
      title: 'Cooling water on', short: 'Water on', done: 'Water flows, vented', minutes: 8,
      why: 'Before it runs, not after.', proof: 'Flow seen at the return, no water where none belongs',
    },
  },
  'heat': {
    ask: 'Hot surfaces or oil',
    name: 'Heat in it',
    off: {
      title: 'Let it cool', short: 'Cooled', done: 'Cold', minutes: 60,
      why: 'Parts measured warm are measured wrong, and hands burn.', danger: 'Oil inside stays hot longer than the outside.',
      proof: 'Below 45 °C by a thermometer, at the thickest place',
    },
    back: {
      title: 'Free to get warm', short: 'Covers on', done: 'Covers and lagging on', minutes: 8,
      why: 'Lagging and covers that keep hands from what gets hot.', proof: 'Lagging and covers on',
    },
  },
  'spring': {
    ask: 'Springs under load',
    name: 'Springs under load',
    off: {
      title: 'Find the springs and hold them', short: 'Springs held', done: 'Springs are held', minutes: 15,
      why: 'Which springs, how far they push, and what holds them while their cover comes off: long screws, a press, a strap.',
      danger: 'What holds a spring is let go by long screws or a press, never by the last bolt.',
      proof: 'Each spring named, and what holds it seen',
    },
    back: {
      title: 'Springs act again', short: 'Springs free', done: 'Springs act', minutes: 8,
      why: 'What held them is out and counted.', proof: 'Nothing that held a spring is left in it',
    },
  },
  'stored load': {
    ask: 'A load that hangs or stands on it',
    name: 'Load on it',
    off: {
      title: 'Take the load off, or block it', short: 'Load off', done: 'Load is off', minutes: 20,
      why: 'Set down, or carried by something that was made for it. A brake is no block.',
      danger: 'Nobody under a load, nobody in its way down.',
      proof: 'Load set down or blocked, tried by taking the weight off',
    },
    back: {
      title: 'Load back', short: 'Load on', done: 'Load is on, blocks out', minutes: 15,
      why: 'Blocks counted out before it moves.', proof: 'Blocks out, people clear of its way',
    },
  },
}

/** Every kind, in the order in which it is made safe. */
export const ENERGY_KINDS = Object.keys(ENERGY_WORDS) as EnergyKind[]

/** What can hurt somebody; whose rules stand above it is said with every danger that is shown. */
export const dangerOf = (text: string): NonNullable<Step['cautions']>[number] => ({ level: 'danger', text })
