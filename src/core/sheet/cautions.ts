/** Cautions for the workbench (common practice, no source); local rules always come first. */
export const CAUTIONS: readonly string[] = [
  'Power off, switch the supply off and pull its plug before you touch a lead.',
  'Never put a 5 V light on a 12 V source.',
  'Force nothing: a keyed plug goes one way.',
  'Use only the modular cables that came with this supply: others look alike and are wired differently.',
  'Do not cut or splice leads, and do not open the supply. Mains parts belong to people qualified for them; local rules come first.',
  'A free light tail with pins is live: cap it.',
  'Front-panel plugs: those of switches go either way, those of lamps have a plus; a bridge that carries them together has a marked side.',
  'Keep loose leads away from blades, and adhesive boxes away from heat.',
]
