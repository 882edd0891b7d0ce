/** A place of the core that is broken on purpose. */
interface Mutant {
  readonly what: string
  readonly file: string
  readonly find: string
  readonly put: string
  /** The tests that are to notice; those of rules and physics where nothing is said. */
  readonly tests?: string
}

export const USUAL_TESTS =
  'core/(rules|structure|operate|ask|physics|parts|export|places|sheet)|tests/(rules|copper)/(?!answers|mend-all)'
export const PLANNING_TESTS = 'weave/(answers/plans|packs|settle|machines|remedy|how-many|row-feeds|piece-reach)'

export const MUTANTS: readonly Mutant[] = [
  {
    what: 'a bound excludes its own value',
    file: 'src/core/units/compare.ts',
    find: 'actual - limit > RELATIVE_TOLERANCE',
    put: 'actual - limit >= -RELATIVE_TOLERANCE',
  },
  {
    what: 'the limit of a budget is doubled',
    file: 'src/core/operate/budgets.ts',
    find: 'limitAmps: limit?.value,',
    put: 'limitAmps: limit === undefined ? undefined : limit.value * 2,',
  },
  {
    what: 'a splitter is forgotten in the sum',
    file: 'src/core/operate/loads.ts',
    find: 'return [...own, ...onward, ...passedOn(ref, rail)]',
    put: 'return [...own, ...passedOn(ref, rail)]',
  },
  {
    what: 'volts through an adapter that only changes the shape are forgotten',
    file: 'src/core/structure/power/volts.ts',
    find: 'railsOf(taking).some((rail) => offered.includes(rail)) ? [] : offered',
    put: '[]',
  },
  {
    what: 'any header of the board counts as its CPU header',
    file: 'src/core/rules/tach/cpu-header-tach.ts',
    find: "role === 'cpu'",
    put: 'role !== undefined',
  },
  {
    what: 'one device too many is let through',
    file: 'src/core/rules/chain/device-count.ts',
    find: '!exceeds(devices.length, mostCount)',
    put: '!exceeds(devices.length, mostCount + 1)',
  },
  {
    what: 'the legs of a channel that copies one signal are added up',
    file: 'src/core/rules/light/led-count.ts',
    find: '? Math.max(0, ...counts)',
    put: '? counts.reduce((sum, count) => sum + count, 0)',
  },
  {
    what: 'two boxes may have one number',
    file: 'src/core/rules/chain/cascade-addresses.ts',
    find: 'if (same.length < 2) return []',
    put: 'if (same.length < 3) return []',
  },
  {
    what: 'staggering is forgotten',
    file: 'src/core/operate/motors.ts',
    find: 'return drives.outlets.indexOf(port.id) * drives.staggerMs.value',
    put: 'return 0',
  },
  {
    what: 'the comparison of light volts is turned round',
    file: 'src/core/rules/light/light-volts.ts',
    find: 'exceeds(worst.leastVolts, worst.volts)',
    put: 'exceeds(worst.volts, worst.leastVolts)',
  },
  {
    what: 'a 3-wire fan hears PWM',
    file: 'src/core/structure/signal/speed.ts',
    find: "if (mode === 'pwm') return untold(hasPwm ? 'legWithoutPwm' : 'pwmMode')",
    put: "if (mode === 'pwm') return told('pwm')",
  },
  {
    what: 'makers of links are not compared',
    file: 'src/core/parts/mating.ts',
    find: "if (a.maker !== b.maker) return 'maker'",
    put: "if (a.maker === undefined) return 'maker'",
  },
  {
    what: 'an unknown draw counts as zero',
    file: 'src/core/operate/budgets.ts',
    find: 'if (amps === undefined) unknownCount += 1',
    put: 'if (amps === undefined) unknownCount += 0',
  },
  {
    what: 'the return wire is forgotten',
    file: 'src/core/operate/electric.ts',
    find: 'return { ohms, returnOhms: ohms / returnWireCount(placed.port.wires) }',
    put: 'return { ohms, returnOhms: 0 }',
  },
  {
    what: 'a lead needs no slack',
    file: 'src/core/build/settings.ts',
    find: 'leadSlackMm: { least: 0, most: 1000, usual: 30 }',
    put: 'leadSlackMm: { least: 0, most: 1000, usual: 0 }',
  },
  {
    what: 'the lead of a splitter is not counted',
    file: 'src/core/structure/place/ways.ts',
    find: '[...start.leadsMm, ...goal.leadsMm]',
    put: '[...start.leadsMm]',
  },
  {
    what: 'reverse blades are taken for standard ones',
    file: 'src/core/places/flow.ts',
    find: "const isIn = (inwardFace === 'struts') === (blades !== 'reverse')",
    put: "const isIn = inwardFace === 'struts'",
  },
  {
    what: 'a radiator takes one place only',
    file: 'src/core/structure/place/fits.ts',
    find: 'return [mounted.placeNumber, mounted.placeNumber + fanCount - 1]',
    put: 'return [mounted.placeNumber, mounted.placeNumber]',
  },
  {
    what: 'a loose reporter silences the CPU header',
    file: 'src/core/rules/tach/cpu-header-tach.ts',
    find: 'const isIdle = harness.threadsAt(ref).length === 0 && !turnsSomething(harness, item)',
    put: 'const isIdle = harness.tach().reportersOf(item.assemblyId).some((one) => harness.threadsAt(one.ref).length === 0) || !turnsSomething(harness, item)',
  },
  {
    what: 'a plug that does not belong there takes a place',
    file: 'src/core/rules/supply/ports-run-out.ts',
    find: "(lead) => fitOf(lead.port, placed.port).misfit !== 'none',",
    put: '() => false,',
  },
  {
    what: 'outlets of a box have no order',
    file: 'src/core/rules/chain/outlet-order.ts',
    find: 'index === 0 || used[index - 1]!.number <= number',
    put: 'index >= 0 || number > 0',
  },
  {
    what: 'two sources on one data wire are let through',
    file: 'src/core/structure/signal/lights.ts',
    find: 'if (sources.length < 2) return []',
    put: 'if (sources.length < 9) return []',
  },
  {
    what: 'a converter loses nothing',
    file: 'src/core/physics/amps.ts',
    find: 'return (amps * volts) / (efficiencyPercent / 100) / inputVolts',
    put: 'return (amps * volts) / (efficiencyPercent / efficiencyPercent) / inputVolts',
  },
  {
    what: 'a lead with one lane draws what the whole header may give',
    file: 'src/core/rules/supply/usb-load.ts',
    find: 'exceeds(draw.knownMilliamps, draw.laneCount * laneMilliamps)',
    put: 'exceeds(draw.knownMilliamps, mostMilliamps)',
  },
  {
    what: 'the light on the plug of a motor starts like a motor',
    file: 'src/core/operate/surges.ts',
    find: 'id === consumerId && port === at.portId',
    put: 'consumerId !== id + id && port === at.portId',
  },
  {
    what: 'motors joined behind one plug give a tach each',
    file: 'src/core/structure/signal/tach.ts',
    find: 'const own = givesPulses(placed) ? [{ at: placed.ref, placed }] : []',
    put: 'const own = placed.facts.all.motor.filter((one) => tachPortOf(one) === placed.port.id).map(() => ({ at: placed.ref, placed }))',
  },
  {
    what: 'a choice sends the only fan off the CPU header',
    file: 'src/core/rules/speed/speed-owner.ts',
    find: 'return reporters.length > 0 && reporters.every(',
    put: 'return reporters.length > 99 && reporters.every(',
  },
  {
    what: 'more of every figure is worse',
    file: 'src/core/rules/engine/accepted.ts',
    find: "return worse === 'less' ? exceeds(before, now) : exceeds(now, before)",
    put: 'return exceeds(now, before)',
  },
  {
    what: 'a rule that throws takes the page down',
    file: 'src/core/rules/check.ts',
    find: 'if (throwsOn) throw error',
    put: 'throw error',
  },
  {
    what: 'findings stand in the order of their severity alone',
    file: 'src/core/rules/check.ts',
    find: '(a, b) => rankOf(a) - rankOf(b),',
    put: "(a, b) => 'stop warning unknown note'.indexOf(a.severity) - 'stop warning unknown note'.indexOf(b.severity),",
  },
  {
    what: 'one is told as many',
    file: 'src/core/wording/text.ts',
    find: 'return isOne(value) ? one : many',
    put: 'return many',
  },
  {
    what: 'an extension hangs as a stub',
    file: 'src/core/operate/electric.ts',
    find: 'startsOf(facts).get(port.lead!.leadId) === port.id',
    put: 'startsOf(facts).get(port.lead!.leadId) === port.name + port.id',
  },
  {
    what: 'the stretch before the first LED is left out',
    file: 'src/core/operate/electric.ts',
    find: '(ledsEach + 1) / (2 * ledsEach)',
    put: '1 / 2',
  },
  {
    what: 'the tail of a strip lies before its track',
    file: 'src/core/parts/make/devices.ts',
    find: "tailAt: 'end',",
    put: "tailAt: 'lead',",
  },
  {
    what: 'a start falls at once',
    file: 'src/core/physics/surge.ts',
    find: "return shape === 'full' ? startAmps :",
    put: "return shape === 'full' && sinceMs === 0 ? startAmps :",
  },
  {
    what: 'any lead on the reporting outlet reports',
    file: 'src/core/rules/tach/reporting-outlet.ts',
    find: 'if (harness.tach().reportersBelow(ref).length > 0) return say.holds()',
    put: 'if (isUsed(outlet)) return say.holds()',
  },
  {
    what: 'LEDs past a light that nobody counted are forgotten',
    file: 'src/core/structure/signal/lights.ts',
    find: 'leastFirstLed: reached.leastFirstLed + (ledCount ?? 0),',
    put: 'leastFirstLed: 0,',
  },
  {
    what: 'a box that makes a voltage out of PWM passes nothing',
    file: 'src/core/structure/signal/speed.ts',
    find: "if (repeats.passes === 'pwmToDc' && signal === 'dc') return trace(",
    put: "if (repeats.passes === 'pwmToDc' && signal === 'pwm') return trace(",
  },
  {
    what: 'each pack holds one of a thing',
    file: 'src/core/weave/model/rows-money.ts',
    find: '[[name, -count] as const]',
    put: '[[name, -1] as const]',
    tests: PLANNING_TESTS,
  },
  {
    what: 'what is on the list anyway is forgotten',
    file: 'src/core/weave/model/rows-money.ts',
    find: 'most: ownedCount - needCount',
    put: 'most: ownedCount',
    tests: PLANNING_TESTS,
  },
  {
    what: 'leads go to ports of other machines',
    file: 'src/core/weave/problem/sort-out.ts',
    find: 'harness.items.filter(({ id }) => itemIds.has(id))) {',
    put: 'harness.items) {',
    tests: PLANNING_TESTS,
  },
  {
    what: 'the lead of a splitter is forgotten in the reach',
    file: 'src/core/structure/place/ways.ts',
    find: 'undefined : run.leadMm + moreMm',
    put: 'undefined : run.leadMm',
    tests: PLANNING_TESTS,
  },
  {
    what: 'a chain may begin anywhere in the case',
    file: 'src/core/weave/plan/assign.ts',
    find: 'draft.row([...ones(others), [seat.variable, 1]], { most: 1 })',
    put: 'draft.row([...ones(others), [seat.variable, 1]], { most: 2 })',
    tests: PLANNING_TESTS,
  },
  {
    what: 'a thing counts although one of its leads stays loose',
    file: 'src/core/weave/answers/how-many.ts',
    find: 'const rows = [...loose].map(',
    put: 'const rows = [...loose].slice(0, 1).map(',
    tests: PLANNING_TESTS,
  },
  {
    what: 'a long row needs no feed at its far end',
    file: 'src/core/weave/model/rows-current.ts',
    find: '[useOf(use), -chainCount]',
    put: '[useOf(use), -2 * chainCount]',
    tests: PLANNING_TESTS,
  },
  {
    what: 'what feeds a row takes nothing from the supply',
    file: 'src/core/operate/loads.ts',
    find: 'if (rows.length > 0) return [...rows.map((term) => asShare(term, 2)), ...passedOn(ref, rail)]',
    put: 'if (rows.length > 0) return passedOn(ref, rail)',
  },
  {
    what: 'one lead that reaches by way of a piece is enough for all of them',
    file: 'src/core/weave/problem/piece-reach.ts',
    find: "wellCount: countOf((how) => how === 'well')",
    put: "wellCount: countOf((how) => how !== 'no')",
    tests: PLANNING_TESTS,
  },
]
