import { readSensors } from './sensor-listing'

/** As the manual of lm-sensors describes the output of `sensors -j` (from memory): chips, features, subfeatures. */
const LISTING = {
  'coretemp-isa-0000': { Adapter: 'ISA adapter', 'Core 0': { temp2_input: 38, temp2_max: 100 } },
  'board-isa-0a30': {
    Adapter: 'ISA adapter',
    in0: { in0_input: 0.9 },
    CPU_FAN: { fan1_input: 1054, fan1_min: 10, fan1_alarm: 0 },
    'odd näme ☃': { fan2_input: 0 },
    fan3: { fan3_input: 65535, fan3_fault: 1 },
    fan4: { fan4_fault: 1 },
    intrusion0: { intrusion0_alarm: 1 },
  },
}

test('fans of a listing: odd names, 0 and 65535 as they stand, and none where no speed is', () => {
  expect(readSensors(JSON.stringify(LISTING))).toEqual([
    { name: 'CPU_FAN', rpm: 1054 },
    { name: 'odd näme ☃', rpm: 0 },
    { name: 'fan3', rpm: 65535 },
  ])
})

test('two chips with a fan of the same name are told apart by their chips', () => {
  const two = { 'a-isa-1': { fan1: { fan1_input: 700 } }, 'b-isa-2': { fan1: { fan1_input: 900 } } }
  expect(readSensors(JSON.stringify(two)).map(({ name }) => name)).toEqual(['a-isa-1 fan1', 'b-isa-2 fan1'])
})

test.each([
  [
    'name,rpm\nSYS1,812\nSYS2, 0',
    [
      ['SYS1', 812],
      ['SYS2', 0],
    ],
  ],
  [
    'SYS1;812 rpm\r\n\r\nSYS2;1200.5',
    [
      ['SYS1', 812],
      ['SYS2', 1200.5],
    ],
  ],
  ['"Front, upper",640', [['Front, upper', 640]]],
])('rows: %j', (text, wanted) => {
  expect(readSensors(text).map(({ name, rpm }) => [name, rpm])).toEqual(wanted)
})

test.each([
  ['', /nothing in it/],
  ['{"a": ', /begins as JSON and is none/],
  ['[1, 2]', /names its chips in braces/],
  ['{"a": 3}', /At “a”: a chip holds its features in braces/],
  ['{"a": {"fan1": {"fan1_input": "quick"}}}', /At “a”, “fan1”: a speed is a number/],
  ['{"a": {"fan1": {"fan1_input": -1}}}', /At “a”, “fan1”: -1 rpm is no speed/],
  ['{"a": {"fan1": {"fan1_input": 1e9}}}', /1000000000 rpm is no speed/],
  ['{"a": {"temp1": {"temp1_input": 40}}}', /No fan is in it/],
  ['SYS1', /At line 1: a name and its rpm are wanted/],
  ['SYS1,812\nSYS2,quick', /At line 2: a speed is a number/],
  ['SYS1,812\nSYS1,813', /At “SYS1”: this name stands twice/],
  ['<script>alert(1)</script>', /At line 1/],
  ['x'.repeat(1_000_001), /1000 kB/],
])('refused: %.40j', (text, message) => {
  expect(() => readSensors(text)).toThrow(message)
})

test('a thousand speeds are read, one more is refused', () => {
  const rows = (count: number) => Array.from({ length: count }, (_, index) => `H${index},100`).join('\n')
  expect(readSensors(rows(1000))).toHaveLength(1000)
  expect(() => readSensors(rows(1001))).toThrow(/More than 1000 speeds/)
})
