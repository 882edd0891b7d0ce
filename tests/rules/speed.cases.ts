import { flatOutEdit, modeEdit, parkEdit } from '../../src/core/build/choose'
import { makeBoard, makeController, makeFan, makeFixedHub, makePoweredHub } from '../../src/core/parts/make'
import { bench, partNamed } from '../support/bench'
import { after, as, at, changed, withChoices, withPorts, type Case } from './case'

const fourWire = makeFan({ id: 'four', name: 'Four', pins: 4, sizeMm: 120, amps: 0.1 })
const threeWire = makeFan({ id: 'three', name: 'Three', pins: 3, sizeMm: 120, amps: 0.1 })
const otherFour = as(fourWire, 'other-four')
const board = partNamed('board-middle')
const ownModes = (modes: readonly ('pwm' | 'dc')[] | undefined, id: string) =>
  makeBoard({
    id,
    name: id,
    fanHeaders: [{ name: 'SYS1', role: 'case', mostAmps: 1, ...(modes === undefined ? {} : { modes }) }],
    lightHeaders: [],
    usbHeaderCount: 0,
  })
const noModes = withPorts(ownModes(undefined, 'no-modes'), () => ({ modes: undefined }))
const threePins = withPorts(ownModes(['dc'], 'three-pins'), ({ connector }) => ({
  connector: { ...connector, family: 'fan-3pin' },
  wires: ['gnd', '12v', 'tach'],
}))
const hub = (passes: 'pwm' | 'both' | 'unknown' | 'pwmToDc') => {
  const made = makePoweredHub({ id: `hub-${passes}`, name: `Hub ${passes}`, outletCount: 3, mostAmps: 4, passes })
  return made
}
const fixedHub = makeFixedHub({ id: 'fixed', name: 'Fixed', outletCount: 3, mostAmps: 4 })
const poorSplitter = withPorts(as(partNamed('splitter-2'), 'poor'), (port) =>
  port.id === 'out2' ? { wires: ['gnd', '12v'] } : {},
)
const brain = makeController({ id: 'brain', name: 'Brain', fanOutletCount: 2, speedSync: 'follow the board' })
const pumpBrain = {
  ...brain,
  id: 'pump-brain',
  inside: [...brain.inside, ...partNamed('pump').inside],
  ports: [...brain.ports, ...partNamed('pump').ports],
  leads: [...(brain.leads ?? []), ...(partNamed('pump').leads ?? [])],
}
const own = [
  as(partNamed('splitter-2'), 'wide'),
  fourWire,
  threeWire,
  otherFour,
  noModes,
  threePins,
  ownModes(['pwm'], 'pwm-only'),
  hub('pwm'),
  hub('both'),
  hub('unknown'),
  hub('pwmToDc'),
  fixedHub,
  poorSplitter,
  brain,
  pumpBrain,
]
const onBench = (items: readonly string[], threads: readonly string[]) => bench(items, threads, own)

const onHeader = onBench(['M1: board-middle', 'F1: four'], ['F1.fan > M1.SYS1'])
const threeOnHeader = onBench(['M1: board-middle', 'F1: three'], ['F1.fan > M1.SYS1'])
const onHub = (fan: string, hubId: string, signal = true) =>
  onBench(
    ['M1: board-middle', 'S1: supply-550', `H1: ${hubId}`, `F1: ${fan}`],
    ['H1.supply > S1.A_1', 'F1.fan > H1.out1', ...(signal ? ['H1.signal > M1.SYS1'] : [])],
  )
const onFixed = onBench(['S1: supply-550', 'H1: fixed', 'F1: four'], ['H1.supply > S1.A_1', 'F1.fan > H1.out1'])
const poorLeg = onBench(
  ['M1: board-middle', 'Y1: poor', 'F1 F2: four'],
  ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
)
const pair = (a: string, b: string, header = 'SYS1') =>
  onBench(
    ['M1: board-large', 'Y1: splitter-2', `F1: ${a}`, `F2: ${b}`],
    [`Y1.in > M1.${header}`, 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
  )
/** Fans on a box that makes a lowered voltage out of the PWM command that it hears. */
const onVoltsOfPwm = (boardId: string, fans: readonly string[]) =>
  onBench(
    [`M1: ${boardId}`, 'S1: supply-550', 'H1: hub-pwmToDc', ...fans],
    ['H1.supply > S1.A_1', 'H1.signal > M1.SYS1', ...fans.map((_, index) => `F${index + 1}.fan > H1.out${index + 1}`)],
  )
const onThreePins = (fans: readonly string[]) => onVoltsOfPwm('three-pins', fans)
const pumpOn = (header: string) => onBench(['M1: board-large', 'P1: pump'], [`P1.pump > M1.${header}`])
const curve = (header: string, ...duties: readonly number[]) => ({
  curves: [
    {
      at: at('m1', header),
      heatSource: 'processor' as const,
      points: duties.map((dutyPercent, index) => ({ temperatureC: 30 + 10 * index, dutyPercent })),
    },
  ],
})
const weakDrive = bench(
  ['M1: weak', 'Y1: splitter-2', 'F1 F2: four'],
  ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
  [...own, changed(as(board, 'weak'), 'drives', () => ({ driveMilliamps: { value: 8, origin: 'manual' } }))],
)
const strongDrive = bench(
  ['M1: strong', 'F1: four'],
  ['F1.fan > M1.SYS1'],
  [...own, changed(as(board, 'strong'), 'drives', () => ({ driveMilliamps: { value: 5, origin: 'manual' } }))],
)
const onBrain = onBench(
  ['M1: board-middle', 'S1: supply-550', 'B1: brain', 'F1: four'],
  ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1', 'B1.speedSync > M1.SYS1'],
)
const synced = withChoices(onBrain, { syncSettings: [{ at: at('b1', 'speedSync'), isOn: true }] })
const school = (speed: 'board' | 'controller' | 'sync') => ({ schools: { speed } })

const ownFans = onBench(['S1: supply-550', 'B1: brain', 'F1: four'], ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1'])

export const speedCases: readonly Case[] = [
  { rule: 'no-command', what: 'a fan on a header', build: onHeader, wanted: 'holds' },
  { rule: 'no-command', what: 'a 3-wire fan on a header in DC mode', build: threeOnHeader, wanted: 'holds' },
  { rule: 'no-command', what: 'a fan on a hub with its signal', build: onHub('four', 'hub-pwm'), wanted: 'holds' },
  { rule: 'no-command', what: 'a fan on a box with a brain', build: onBrain, wanted: 'holds' },
  { rule: 'no-command', what: 'an empty bench', build: onBench(['M1: board-middle'], []), wanted: 'notApplicable' },
  { rule: 'no-command', what: 'a pump needs none', build: pumpOn('PUMP'), wanted: 'notApplicable' },
  {
    rule: 'no-command',
    what: 'a box that makes volts of PWM, on a header without a PWM wire',
    build: onThreePins(['F1: four']),
    wanted: 'straight',
  },
  {
    rule: 'no-command',
    what: 'a header whose modes nobody knows is told by its own rule',
    build: onBench(['M1: no-modes', 'F1: three'], ['F1.fan > M1.SYS1']),
    wanted: 'notApplicable',
  },
  {
    rule: 'header-mode',
    what: 'on a header without modes a box that makes volts of PWM asks for PWM, which is there',
    build: onVoltsOfPwm('no-modes', ['F1: three']),
    wanted: 'notApplicable',
  },
  {
    rule: 'header-mode',
    what: 'both kinds of fan behind a box that hears only PWM, on a header in DC mode',
    build: after(onVoltsOfPwm('board-middle', ['F1: three', 'F2: four']), modeEdit(at('m1', 'SYS1'), 'dc')),
    wanted: 'dcForHub',
  },
  {
    rule: 'header-mode',
    what: 'a box that follows a header in DC mode, which its sync lead cannot hear',
    build: after(synced, modeEdit(at('m1', 'SYS1'), 'dc')),
    wanted: 'dcForHub',
    params: { port: 'SYS1', leads: ['F1'] },
  },
  {
    rule: 'mixed-signal',
    what: 'fans that hear nothing at all cannot follow differently',
    build: after(onVoltsOfPwm('board-middle', ['F1: three', 'F2: four']), modeEdit(at('m1', 'SYS1'), 'dc')),
    wanted: 'notApplicable',
  },
  {
    rule: 'no-command',
    what: 'a fan on a case hub of fixed speed',
    build: onFixed,
    wanted: 'straight',
    params: { lead: 'F1', port: 'H1 outlet 1' },
  },
  {
    rule: 'no-command',
    what: 'a leg without PWM',
    build: poorLeg,
    wanted: 'legWithoutPwm',
    params: { lead: 'F2', port: 'Y1 outlet 2' },
  },
  {
    rule: 'no-command',
    what: 'a 3-wire fan on a hub that passes PWM only',
    build: onHub('three', 'hub-pwm'),
    wanted: 'pwmOnlyHub',
    params: { lead: 'F1', port: 'H1 outlet 1' },
  },
  {
    rule: 'no-command',
    what: 'a 3-wire fan on a hub that passes both',
    build: onHub('three', 'hub-both'),
    wanted: 'holds',
  },
  {
    rule: 'no-command',
    what: 'a 3-wire fan on a hub that does not say',
    build: onHub('three', 'hub-unknown'),
    wanted: 'boxUnknown',
    params: { lead: 'F1' },
  },
  {
    rule: 'no-command',
    what: 'a hub without its signal lead',
    build: onHub('four', 'hub-pwm', false),
    wanted: 'hubWithoutSignal',
    params: { port: 'H1 board lead', leads: ['F1'] },
  },
  {
    rule: 'no-command',
    what: 'a hub left without its signal on purpose',
    build: after(onHub('four', 'hub-pwm', false), parkEdit(at('h1', 'signal'), 'always at full speed')),
    wanted: 'byChoice',
    params: { leads: ['F1'], reason: 'always at full speed' },
  },
  {
    rule: 'no-command',
    what: 'a fan that runs flat out on purpose',
    build: after(onFixed, flatOutEdit(at('f1', 'fan'), 'an old fan')),
    wanted: 'byChoice',
    params: { leads: ['F1'], reason: 'an old fan' },
  },

  { rule: 'mixed-signal', what: 'two of a kind', build: pair('four', 'four'), wanted: 'holds' },
  { rule: 'mixed-signal', what: 'one fan', build: onHeader, wanted: 'notApplicable' },
  {
    rule: 'mixed-signal',
    what: 'a 3-wire and a 4-wire fan',
    build: pair('four', 'three'),
    wanted: 'mixedOnDc',
    params: { port: 'SYS1', threeWire: ['F2'], fourWire: ['F1'] },
  },
  {
    rule: 'mixed-signal',
    what: 'both kinds on a header that only knows PWM',
    build: onBench(
      ['M1: pwm-only', 'Y1: splitter-2', 'F1: four', 'F2: three'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
    ),
    wanted: 'mixedOnPwm',
    params: { port: 'SYS1', threeWire: ['F2'], fourWire: ['F1'] },
  },
  {
    rule: 'mixed-signal',
    what: 'both kinds on a header that nobody knows the modes of',
    build: onBench(
      ['M1: no-modes', 'Y1: splitter-2', 'F1: four', 'F2: three'],
      ['Y1.in > M1.SYS1', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
    ),
    wanted: 'mixed',
  },
  {
    rule: 'no-command',
    what: 'a 3-wire fan behind a box that makes a voltage out of PWM',
    build: onHub('three', 'hub-pwmToDc'),
    wanted: 'holds',
  },
  {
    rule: 'header-mode',
    what: 'a 3-wire fan behind a box that makes a voltage out of PWM',
    build: onHub('three', 'hub-pwmToDc'),
    wanted: 'holds',
  },
  {
    rule: 'header-mode',
    what: 'such a box on a header in DC mode',
    build: after(onHub('three', 'hub-pwmToDc'), modeEdit(at('m1', 'SYS1'), 'dc')),
    wanted: 'dcForHub',
    params: { port: 'SYS1', leads: ['F1'] },
  },

  { rule: 'header-mode', what: 'as the fans need it', build: threeOnHeader, wanted: 'holds' },
  {
    rule: 'header-mode',
    what: 'PWM for a 4-wire fan',
    build: after(onHeader, modeEdit(at('m1', 'SYS1'), 'pwm')),
    wanted: 'holds',
  },
  {
    rule: 'header-mode',
    what: 'nothing on any header',
    build: onBench(['M1: board-middle'], []),
    wanted: 'notApplicable',
  },
  {
    rule: 'header-mode',
    what: 'PWM chosen for a 3-wire fan',
    build: after(threeOnHeader, modeEdit(at('m1', 'SYS1'), 'pwm')),
    wanted: 'pwmForThree',
    params: { port: 'SYS1', leads: ['F1'] },
  },
  {
    rule: 'header-mode',
    what: 'a header that knows nothing but PWM',
    build: onBench(['M1: pwm-only', 'F1: three'], ['F1.fan > M1.SYS1']),
    wanted: 'pwmForThree',
  },
  {
    rule: 'header-mode',
    what: 'DC chosen for a 4-wire fan',
    build: after(onHeader, modeEdit(at('m1', 'SYS1'), 'dc')),
    wanted: 'dcForFour',
    params: { port: 'SYS1', leads: ['F1'] },
  },
  {
    rule: 'header-mode',
    what: 'DC chosen before a hub that hears PWM',
    build: after(onHub('four', 'hub-pwm'), modeEdit(at('m1', 'SYS1'), 'dc')),
    wanted: 'dcForHub',
    params: { port: 'SYS1', leads: ['F1'] },
  },
  {
    rule: 'header-mode',
    what: 'modes that nobody has said',
    build: onBench(['M1: no-modes', 'F1: three'], ['F1.fan > M1.SYS1']),
    wanted: 'modesUnknown',
    params: { port: 'SYS1', leads: ['F1'] },
  },

  { rule: 'pump-speed', what: 'a pump on the pump header', build: pumpOn('PUMP'), wanted: 'holds' },
  {
    rule: 'pump-speed',
    what: 'a pump at 100 % throughout',
    build: withChoices(pumpOn('CPU'), curve('CPU', 100, 100)),
    wanted: 'holds',
  },
  { rule: 'pump-speed', what: 'no pump', build: onHeader, wanted: 'notApplicable' },
  {
    rule: 'pump-speed',
    what: 'a pump on a fan curve',
    build: withChoices(pumpOn('CPU'), curve('CPU', 30, 100)),
    wanted: 'belowFull',
    params: { lead: 'P1', port: 'CPU', leastPercent: 30 },
  },
  {
    rule: 'pump-speed',
    what: 'a pump on a fan header without a curve',
    build: pumpOn('SYS1'),
    wanted: 'curveUnknown',
    params: { lead: 'P1', port: 'SYS1' },
  },

  { rule: 'unlike-fans', what: 'two of one model', build: pair('four', 'four'), wanted: 'holds' },
  { rule: 'unlike-fans', what: 'one fan', build: onHeader, wanted: 'notApplicable' },
  {
    rule: 'unlike-fans',
    what: 'two models, mixed by choice',
    build: withChoices(pair('four', 'other-four'), { schools: { models: 'mix' } }),
    wanted: 'notApplicable',
  },
  {
    rule: 'unlike-fans',
    what: 'two models',
    build: pair('four', 'other-four'),
    wanted: 'unlike',
    params: { port: 'SYS1', models: ['Four', 'other-four'] },
  },
  {
    rule: 'unlike-fans',
    what: 'two models against the choice',
    build: withChoices(pair('four', 'other-four'), { schools: { models: 'match' } }),
    wanted: 'unlikeAgainstChoice',
  },

  { rule: 'pwm-drive', what: 'one fan on an output of 5 mA', build: strongDrive, wanted: 'holds' },
  { rule: 'pwm-drive', what: 'no drive stated', build: onHeader, wanted: 'notApplicable' },
  {
    rule: 'pwm-drive',
    what: 'two fans on an output of 8 mA',
    build: weakDrive,
    wanted: 'weak',
    params: { port: 'SYS1', totalMilliamps: 10, fanCount: 2, mostMilliamps: 8 },
  },

  { rule: 'optional-header', what: 'a case header', build: onHeader, wanted: 'notApplicable' },
  {
    rule: 'optional-header',
    what: 'no reason given',
    build: onBench(['M1: board-large', 'F1: four'], ['F1.fan > M1.CPUOPT']),
    wanted: 'noReason',
    params: { lead: 'F1', port: 'CPU OPT' },
  },
  {
    rule: 'optional-header',
    what: 'a reason beside the thread',
    build: (() => {
      const build = onBench(['M1: board-large', 'F1: four'], ['F1.fan > M1.CPUOPT'])
      return { ...build, threads: build.threads.map((thread) => ({ ...thread, note: 'cools the power stages' })) }
    })(),
    wanted: 'holds',
  },

  { rule: 'speed-owner', what: 'no choice made', build: onHeader, wanted: 'notApplicable' },
  { rule: 'speed-owner', what: 'the board, as chosen', build: withChoices(onHeader, school('board')), wanted: 'holds' },
  {
    rule: 'speed-owner',
    what: 'the box, as chosen',
    build: withChoices(onBrain, school('controller')),
    wanted: 'holds',
  },
  {
    rule: 'speed-owner',
    what: 'the board through the box, as chosen',
    build: withChoices(synced, school('sync')),
    wanted: 'holds',
  },
  {
    rule: 'speed-owner',
    what: 'the pump head, as chosen for a group',
    build: {
      ...onBench(['S1: supply-550', 'B1: pump-brain', 'F1: four'], ['B1.supply1 > S1.A_1', 'F1.fan > B1.fan1']),
      groups: [{ id: 'r', name: 'Radiator', itemIds: ['f1'], schools: { radiatorFans: 'pump' as const } }],
    },
    wanted: 'holds',
  },
  {
    rule: 'speed-owner',
    what: 'the box, though the board was chosen',
    build: withChoices(onBrain, school('board')),
    wanted: 'otherOwner',
    params: { lead: 'F1', owner: 'a box with its own program', wanted: 'the board', group: 'this build' },
  },
  {
    rule: 'speed-owner',
    what: 'the only fan that the CPU header hears stays there, whatever was chosen',
    build: withChoices(onBench(['M1: board-middle', 'F1: four'], ['F1.fan > M1.CPU']), school('controller')),
    wanted: 'neededThere',
    params: { lead: 'F1', port: 'CPU', wanted: 'a box with its own program' },
  },
  {
    rule: 'speed-owner',
    what: 'another one beside it may go',
    build: withChoices(
      onBench(
        ['M1: board-middle', 'Y1: wide', 'F1 F2: four'],
        ['Y1.in > M1.CPU', 'F1.fan > Y1.out1', 'F2.fan > Y1.out2'],
      ),
      school('controller'),
    ),
    wanted: 'otherOwner',
    params: { lead: 'F2', owner: 'the board' },
  },
  {
    rule: 'speed-owner',
    what: 'radiator fans by a box that follows the board',
    build: {
      ...synced,
      groups: [{ id: 'r', name: 'Radiator', itemIds: ['f1'], schools: { radiatorFans: 'sync' as const } }],
    },
    wanted: 'holds',
  },

  {
    rule: 'lead-loose',
    what: 'the sync lead of a box, with nothing to do by what was chosen',
    build: withChoices(ownFans, { schools: { speed: 'board' } }),
    wanted: 'holds',
  },
  {
    rule: 'lead-loose',
    what: 'the same, wanted for the radiator fans of the whole build',
    build: withChoices(ownFans, { schools: { speed: 'board', radiatorFans: 'sync' } }),
    wanted: 'comfort',
    params: { looseCount: 1, leads: ['B1 speed sync lead'] },
  },
]
