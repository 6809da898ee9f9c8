/**
 * Energies that hurt whoever reaches into a machine, each with the usual proof that it is gone. Offered where a machine's
 * sources are written down; the site's own isolation rules and the machine itself decide what the proof is. Source: good
 * practice of isolation as the trade knows it.
 */
export const energySources = {
  mains: ['mains 400 V', 'main switch locked, absence of voltage tested at the terminals'],
  storedCharge: ['charge in a converter', 'waited as its label says, voltage of the link tested'],
  air: ['compressed air', 'valve locked, gauge at zero, line vented'],
  hydraulic: ['hydraulic pressure', 'pump locked, levers moved both ways, gauge at zero'],
  accumulator: ['hydraulic accumulator', 'drained to the tank, gauge at zero and still zero after a minute'],
  raised: ['raised load', 'lowered, or propped and resting on the prop'],
  offBalance: ['drum or rotor off balance', 'at its lowest point, brake on, blocked: it cannot roll back'],
  windmilling: ['rotor turned by draught or flow', 'damper or valve shut and locked, wheel blocked'],
  tension: ['belt under tension', 'take-up slack, belt clamped'],
  spring: ['spring under tension', 'released, or held by the device made for it'],
  runningDown: ['rotating mass running down', 'waited until it stands, seen to stand'],
  process: ['process pressure', 'valves locked, drain open, gauge at zero'],
  vacuum: ['vacuum in the line', 'vented, gauge at zero'],
  steam: ['steam or hot water', 'valves locked, drained, gauge at zero, cooled'],
  gas: ['burner gas', 'gas valve shut and locked, by those who may'],
  hot: ['hot surfaces', 'measured with infrared, below 50 °C'],
} as const satisfies Record<string, readonly [source: string, proofOfZero: string]>;

const proofs = new Map<string, string>(Object.values(energySources));

/**
 * The usual proof that an energy is gone; undefined for a source that is not in the table.
 * @example usualProof('belt under tension') // 'take-up slack, belt clamped'
 */
export const usualProof = (source: string): string | undefined => proofs.get(source.trim());
