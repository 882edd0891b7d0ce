import { figure, flag, port, ports, rail, signal, text, type Option, type RelationForm } from './field-kit'
import type { Relation } from './schema'

/** What a box hands on of a command. */
/** What a box does that its program does not tell anything. */
const ALONE_WORDS: readonly Option[] = [
  ['keepsLast', 'goes on as it was last told'],
  ['stored', 'goes by what it keeps itself'],
  ['full', 'all at full'],
  ['off', 'all off'],
]

export const PASS_WORDS: readonly Option[] = [
  ['pwm', 'PWM only: 3-pin fans run at full speed'],
  ['dc', 'a lowered voltage only'],
  ['both', 'both: 3-pin fans obey too'],
  ['pwmToDc', 'PWM, which it turns into a voltage'],
  ['data', 'light data'],
  ['unknown', 'not said'],
]

/** Every kind of relation inside a part, in the words of a label and a manual: what the part editor asks. */
export const RELATION_FORMS: Readonly<Record<Relation['type'], RelationForm>> = {
  motor: {
    title: 'A motor',
    meaning: 'A fan or a pump that turns.',
    fields: [
      port('port', 'gets its supply from', 'takes'),
      rail,
      figure('ratedAmps', 'draws', 'A'),
      figure('ratedWatts', 'or', 'W'),
      figure('startAmps', 'at start', 'A'),
      figure('startMs', 'for', 'ms'),
      {
        key: 'startShape',
        label: 'and falls',
        fill: 'choice',
        options: [
          ['full', 'only then'],
          ['falling', 'evenly meanwhile'],
        ],
      },
      figure('leastRpm', 'turns from', 'rpm'),
      figure('mostRpm', 'to', 'rpm'),
      figure('startDutyPercent', 'starts at a duty of', '%'),
      figure('leastDutyPercent', 'turns down to', '%'),
      figure('startVolts', 'told by volts, starts at', 'V'),
      figure('stopVolts', 'and stands under', 'V'),
      figure('flowM3PerH', 'moves', 'm³/h'),
      figure('mostPressurePa', 'presses at most', 'Pa'),
      figure('noiseDba', 'sounds', 'dB(A)'),
      figure('bladeCount', 'has', 'blades'),
      flag('stopsAtZeroDuty', 'stands below its least duty'),
      flag('pump', 'is a pump'),
      port('tachPort', 'reports on another lead', 'takes', false),
    ],
  },
  light: {
    title: 'A light',
    meaning: 'LEDs between a plug and, where there is one, a tail for the next light.',
    fields: [
      text('zone', 'where it is, such as rim', true),
      port('input', 'is fed by', 'takes'),
      port('output', 'passes on to', 'gives', false),
      rail,
      {
        key: 'control',
        label: 'shows',
        fill: 'choice',
        isNeeded: true,
        options: [
          ['eachLed', 'each LED by itself'],
          ['oneColour', 'one colour for all'],
        ],
      },
      figure('addressedLedCount', 'LEDs that the data counts', 'LEDs'),
      figure('litLedCount', 'LEDs that light', 'LEDs'),
      figure('whiteMilliampsPerLed', 'each at white', 'mA'),
      figure('idleMilliampsPerLed', 'each when dark', 'mA'),
      figure('resetMicroseconds', 'reset between frames', 'µs'),
      figure('ratedAmps', 'or all together', 'A'),
      figure('ratedWatts', 'or', 'W'),
      figure('leastVolts', 'needs at least', 'V'),
      figure('trackMilliohm', 'its track has', 'mΩ'),
      {
        key: 'shape',
        label: 'its LEDs sit',
        fill: 'choice',
        options: [
          ['ring', 'in a ring'],
          ['line', 'in a row'],
          ['points', 'at points of their own'],
        ],
      },
      {
        key: 'litFaces',
        label: 'and shine from',
        fill: 'choice',
        options: [
          ['open', 'the open face'],
          ['struts', 'the face with struts'],
          ['both', 'both faces'],
        ],
      },
      figure('startTurns', 'ring: LED 1 from the lead corner', 'quarter turns'),
      flag('isClockwise', 'ring: clockwise, seen from there'),
      figure('shapePercent', 'ring: as wide as', '% of the frame'),
      figure('shapeMm', 'row: from end to end', 'mm'),
      flag('isEndToEnd', 'row: an LED at each end'),
      { key: 'points', label: 'points: right and up, 0 to 1', fill: 'points' },
    ],
  },
  sensor: {
    title: 'A sensor that reports',
    meaning: 'Something that gives a tach signal without a motor: a flow meter, a pump sensor.',
    fields: [port('port', 'reports on', 'takes')],
  },
  draw: {
    title: 'Another draw',
    meaning: 'A screen, a box’s own brain: whatever else takes current.',
    fields: [
      port('port', 'gets its supply from', 'takes'),
      rail,
      figure('ratedAmps', 'draws', 'A'),
      figure('ratedWatts', 'or', 'W'),
    ],
  },
  joins: {
    title: 'The same copper',
    meaning: 'Wires that simply go through: splitters, plain hubs, adapters, extensions, tails. Amps add up.',
    fields: [ports('ports', 'joins'), { key: 'wires', label: 'on the wires', fill: 'wires', isNeeded: true }],
  },
  powers: {
    title: 'Supply of its own',
    meaning:
      'What is plugged here loads these feeds and not the header the signal comes from. Without a feed the part is the source itself.',
    fields: [
      ports('feeds', 'from', 'takes', false),
      rail,
      ports('outlets', 'to', 'gives'),
      {
        key: 'unfed.then',
        label: 'without that lead',
        fill: 'choice',
        options: [
          ['dead', 'they are dead'],
          ['drawsFromInput', 'they draw from another lead'],
          ['unknown', 'not said'],
        ],
      },
      port('unfed.inputPortId', 'which is', 'takes', false),
    ],
  },
  repeats: {
    title: 'Repeats a command',
    meaning: 'One command from the board for several outlets.',
    fields: [
      signal,
      port('from', 'from', 'takes'),
      ports('to', 'to', 'gives'),
      {
        key: 'passes',
        label: 'passes',
        fill: 'choice',
        isNeeded: true,
        options: PASS_WORDS,
      },
    ],
  },
  reports: {
    title: 'Reports a speed',
    meaning: 'Whose speed the board sees: only one outlet reports.',
    fields: [port('outlet', 'the fan on', 'gives'), port('input', 'is seen on', 'takes')],
  },
  drives: {
    title: 'A brain of its own',
    meaning: 'Gives commands by itself: a board, a controller, a box with a remote.',
    fields: [
      signal,
      ports('outlets', 'to', 'gives'),
      flag('together', 'the same for all of them'),
      flag('needsProgram', 'needs its program'),
      { key: 'alone', label: 'without it', fill: 'choice', options: ALONE_WORDS },
      flag('waitsForTach', 'waits until a fan reports'),
      { key: 'models', label: 'knows the models', fill: 'models' },
      flag('mixesModels', 'several of them on one outlet'),
      figure('driveMilliamps', 'its PWM output gives', 'mA'),
      figure('staggerMs', 'starts one after another by', 'ms'),
      figure('presetMostRpm', 'by its own preset at most', 'rpm'),
    ],
  },
  follows: {
    title: 'Follows the board',
    meaning: 'A sync input: the box repeats the board when a setting in its program says so.',
    fields: [
      signal,
      port('input', 'hears', 'takes'),
      ports('outlets', 'and repeats on', 'gives'),
      text('setting', 'setting in its program'),
    ],
  },
  usb: {
    title: 'USB',
    meaning: 'Takes a USB port, or makes more of them.',
    fields: [
      port('up', 'is plugged by', 'takes', false),
      ports('down', 'gives', 'gives', false),
      figure('drawMilliamps', 'draws', 'mA'),
      figure('portMilliamps', 'gives on each port', 'mA'),
    ],
  },
  converts: {
    title: 'Changes volts',
    meaning:
      'A box that makes 5 V out of a 12 V plug, or an active adapter. What hangs there loads its input, by its efficiency.',
    fields: [
      port('from.portId', 'from', 'takes'),
      { key: 'from.wire', label: 'on the wire', fill: 'wire', isNeeded: true },
      port('to.portId', 'to', 'gives'),
      { key: 'to.wire', label: 'on the wire', fill: 'wire', isNeeded: true },
      figure('efficiencyPercent', 'with an efficiency of', '%'),
    ],
  },
  limit: {
    title: 'A limit',
    meaning: 'What the manual allows: for each of these places, or for all together.',
    fields: [
      ports('ports', 'for'),
      {
        key: 'holds',
        label: 'holds for',
        fill: 'choice',
        isNeeded: true,
        options: [
          ['each', 'each of them'],
          ['together', 'all of them together'],
        ],
      },
      text('name', 'called'),
      { ...rail, label: 'only of', isNeeded: false },
      {
        key: 'service',
        label: 'only for',
        fill: 'choice',
        options: [
          ['motor', 'fans'],
          ['light', 'lights'],
        ],
      },
      text('variant', 'only of the kind'),
      figure('mostAmps', 'at most', 'A'),
      figure('mostWatts', 'or', 'W'),
      figure('mostPeakAmps', 'for a moment', 'A'),
      figure('mostDeviceCount', 'devices', ''),
      figure('mostLedCount', 'LEDs', 'LEDs'),
      figure('mostUnitCount', 'declared units', ''),
      figure('extraFeedAboveCount', 'an extra feed beyond', 'devices'),
    ],
  },
  cascade: {
    title: 'Goes with its like',
    meaning: 'Several boxes of one family that must be told apart.',
    fields: [
      {
        key: 'by',
        label: 'by',
        fill: 'choice',
        isNeeded: true,
        options: [
          ['switches', 'switches'],
          ['bridge', 'a bridge cable'],
          ['either', 'either'],
        ],
      },
      text('family', 'family'),
      ports('ports', 'its bridge', undefined, false),
      figure('mostBoxCount', 'at most', 'boxes'),
      figure('switchCount', 'switches', ''),
    ],
  },
}

export const RELATION_TYPES = Object.keys(RELATION_FORMS) as readonly Relation['type'][]
