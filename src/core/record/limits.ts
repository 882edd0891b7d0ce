/** How much of a machine is kept; apart from the schemas, so that pages can say it. */
export const RECORD_LIMITS = {
  machineNameLength: 120,
  serialLength: 60,
  lineLength: 400,
  entriesPerRequest: 500,
  entriesPerMachine: 50_000,
  photosPerMachine: 400,
  photoBytes: 10 * 1024 * 1024,
  /** Width times height of a photo as it comes; what is kept is smaller. */
  photoPixels: 64_000_000,
  /** What a fan, a lead and a net of this trade never exceed; a figure above it is a slip of the pen. */
  speedRpm: 60_000,
  currentAmps: 100,
  voltageVolts: 60,
} as const

export const TICKS_FORMAT = 'gentle-loom ticks'
export const MACHINE_FORMAT = 'gentle-loom machine'
