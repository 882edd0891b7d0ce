import { newBuild } from '../support/server'
import { demoBuild } from '../support/bench'
import { untilSaved, useBrowser } from './session'

const { newPage, complaints } = useBrowser()
afterEach(() => expect(complaints).toEqual([]))

test('from “F10 stands” by the looks that are proposed to its loose plug, and to the cure', async () => {
  const page = await newPage('/builds/night-ferry/bench')
  await page.getByRole('combobox', { name: 'Seen instead: F10 turns, 675 rpm' }).selectOption('stands')
  const trouble = page.getByRole('region', { name: 'Trouble' })
  const next = trouble.getByRole('region', { name: 'Next look' })
  const cure = trouble.getByRole('region', { name: 'What is wrong' })
  // The machine: F10 is not seated, so that F9, chained behind it, stands too.
  const answers: Readonly<Record<string, string>> = {
    'Look at F8.': 'turns as it should',
    'Look at F9.': 'stands',
    'Look at F9 rim.': 'is dark',
    'Look at F10 rim.': 'is dark',
    'Look at the plug of F10 link lead: is it seated, and where?': 'it is loose',
  }
  for (let step = 0; step < 6 && (await cure.count()) === 0; step += 1) {
    const text = await next.getByText(/^(Look at (?!this)|Look whether|Pull|Plug)/).textContent()
    const answer =
      answers[text ?? ''] ?? (/plug|lead/.test(text ?? '') ? 'it is seated, where it belongs' : 'as it should')
    await next.getByRole('button', { name: answer }).first().click()
    await next.getByText(text!, { exact: true }).waitFor({ state: 'detached' })
  }
  await cure.getByText('The plug of F10 link lead is not seated.').waitFor()
  await cure.getByText('Power off, and push it into F8 link tail until it sits.').waitFor()
})

test('two things at once are told as such; what is put right is kept over a reload', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/bench`)
  await page.getByRole('combobox', { name: 'Seen instead: F13 turns, 647 rpm' }).selectOption('stands')
  await page.getByRole('combobox', { name: 'Seen instead: SYS1 shows 647 rpm' }).selectOption('nothing')
  await page.getByRole('combobox', { name: 'Seen instead: L1 strip shines as its owner tells it' }).selectOption('dark')
  const trouble = page.getByRole('region', { name: 'Trouble' })
  await trouble.getByText(/Two at once do:$/).waitFor()
  const next = trouble.getByRole('region', { name: 'Next look' })
  const cure = trouble.getByRole('region', { name: 'What is wrong' })
  const loose: Readonly<Record<string, string>> = {
    'Look at the plug of F13: is it seated, and where?': 'it is loose',
    'Look at the plug of L1 light lead: is it seated, and where?': 'it is loose',
  }
  for (let step = 0; step < 8 && (await cure.count()) === 0; step += 1) {
    const text = (await next.getByText(/^(Look at (?!this)|Look whether|Pull|Plug)/).textContent())!
    const wanted =
      loose[text] ?? /it is seated|all contacts|turns and reports|all is set|no change|shows its speed|as it should/
    await next.getByRole('button', { name: wanted }).first().click()
    await next.getByText(text, { exact: true }).waitFor({ state: 'detached' })
  }
  await cure
    .getByRole('heading', { name: 'The plug of F13 is not seated. The plug of L1 light lead is not seated.' })
    .waitFor()
  await cure.getByRole('button', { name: 'It was so, and is put right' }).click()
  const done = trouble.getByRole('region', { name: 'Put right' })
  await done.getByText(/The plug of F13 is not seated\. The plug of L1 light lead is not seated\.$/).waitFor()
  await page.reload()
  await done.getByText(/The plug of F13 is not seated\. The plug of L1 light lead is not seated\.$/).waitFor()
})

test('what is not it is ruled out; a lead that may stay where it is changes the plan', async () => {
  const { id } = await newBuild(demoBuild('harbour-lantern'))
  const page = await newPage(`/builds/${id}/bench`)
  const trouble = page.getByRole('region', { name: 'Trouble' })
  const next = trouble.getByRole('region', { name: 'Next look' })
  const cure = trouble.getByRole('region', { name: 'What is wrong' })
  const toTheLead = async () => {
    await page.getByRole('combobox', { name: /^Seen instead: SYS1 shows/ }).selectOption('nothing')
    await page.getByRole('combobox', { name: /^Seen instead: F1 turns/ }).selectOption('turns')
    await next.getByText('Look at the plug of F1: is it seated, and where?').waitFor()
    await next.getByRole('button', { name: 'The plug of F1 is in SYS2' }).click()
    await cure.getByRole('heading', { name: 'The plug of F1 is in SYS2.' }).waitFor()
  }
  await toTheLead()
  await cure.getByRole('button', { name: 'No, that is not it' }).click()
  await trouble.getByText('Not it: The plug of F1 is in SYS2.').waitFor()
  await trouble.getByRole('button', { name: 'Begin anew' }).click()
  await toTheLead()
  await cure.getByRole('button', { name: 'It is so, and may stay: change the plan' }).click()
  await trouble
    .getByRole('region', { name: 'Put right' })
    .getByText(/Taken into the plan\.$/)
    .waitFor()
  await page
    .getByRole('listitem')
    .getByText(/^SYS2 shows/)
    .waitFor()
  await untilSaved(page)
})

test('speeds are pasted, matched to headers once, and taken as seen', async () => {
  const { id } = await newBuild(demoBuild('night-ferry'))
  const page = await newPage(`/builds/${id}/bench`)
  await page.getByText('Read the speeds from your sensors').click()
  const field = page.getByRole('textbox', { name: /^Paste what your sensors say/ })
  await field.fill('{"chip": ')
  await page.getByRole('button', { name: 'Read it' }).click()
  await page
    .getByRole('alert')
    .getByText(/begins as JSON and is none/)
    .waitFor()
  await field.fill('SYS_FAN1,640\nrear,0')
  await page.getByRole('button', { name: 'Read it' }).click()
  await page.getByText('1 header told; 1 name nobody knows yet: say which header it is').waitFor()
  await page.getByRole('combobox', { name: 'rear is of' }).selectOption({ label: 'B2 link outlet 2' })
  await page.getByText('2 headers told').waitFor()
  await page.getByRole('button', { name: 'Take these as seen' }).click()
  await page.getByRole('button', { name: 'As it should be: SYS1 shows 647 rpm', pressed: true }).waitFor()
  await page.getByRole('region', { name: 'Next look' }).waitFor()
  // The next listing knows the name.
  await page.reload()
  await page.getByText('Read the speeds from your sensors').click()
  await field.fill('rear,700')
  await page.getByRole('button', { name: 'Read it' }).click()
  await page.getByText('1 header told').waitFor()
})

test('rehearsed: the button, the complaint of a fault that is slipped in, and the end as planned', async () => {
  const page = await newPage('/builds/night-ferry/bench')
  await page.getByRole('tab', { name: 'Rehearse' }).click()
  await page.getByText('The machine is off.').waitFor()
  await page.getByRole('combobox', { name: 'with' }).selectOption('p1.tach:plugLoose')
  await page.getByRole('button', { name: 'Press the button' }).click()
  await page.getByText('M1 complains: it reads no speed on its CPU header.').waitFor()
  await page.getByRole('combobox', { name: 'with' }).selectOption('')
  await page.getByRole('slider', { name: 'Seconds after the button' }).focus()
  await page.keyboard.press('End')
  await page.getByText('The system is up.').waitFor()
  await page.getByRole('row', { name: 'F8 675 rpm' }).waitFor()
  await page.getByRole('button', { name: 'Switch off' }).click()
  await page.getByText('The machine is off.').waitFor()
})

test('what would be damaged blocks the button', async () => {
  const page = await newPage('/builds/tangled-heron/bench')
  await page.getByRole('tab', { name: 'Rehearse' }).click()
  await page.getByText('The button is blocked until what is told above is put right.').waitFor()
  expect(await page.getByRole('button', { name: 'Press the button' }).isDisabled()).toBe(true)
})

test('practised: of a code, by keyboard alone, to the end and into the record; a code that is none', async () => {
  const page = await newPage('/builds/night-ferry/bench')
  await page.getByRole('tab', { name: 'See and tick' }).focus()
  await page.keyboard.press('End')
  const code = page.getByRole('textbox', { name: 'or of a code' })
  await code.fill('9-X')
  await page.keyboard.press('Enter')
  await page.getByRole('alert').getByText('“9-X” is no code of an exercise').waitFor()
  await code.fill('1-2')
  await page.keyboard.press('Enter')
  const exercise = page.getByRole('region', { name: 'Exercise 1-2' })
  await exercise.getByText('0.0 min, 0 looks').waitFor()
  await exercise.getByRole('combobox', { name: 'look' }).selectOption({ label: 'F13' })
  await exercise.getByRole('button', { name: 'Look: 0.3 min' }).press('Enter')
  await exercise.getByText('0.3 min, 1 look').waitFor()
  await exercise.getByRole('combobox', { name: 'it is' }).selectOption({ label: 'F1 turns and reports nothing.' })
  await exercise.getByRole('button', { name: 'That is it' }).press('Enter')
  await exercise.getByText('Not so: F1 turns and reports nothing.').waitFor()
  await exercise.getByText('5.3 min, 1 look').waitFor()
  await exercise.getByRole('button', { name: 'Give up, and show it' }).press('Enter')
  await exercise.getByText(/^It was: .* is not seated\.$/).waitFor()
  await exercise.getByRole('heading', { name: /^The tool: \d+\.\d min, \d+ looks?$/ }).waitFor()
  await page
    .getByRole('region', { name: 'Your record' })
    .getByText(/Night Ferry, 1-2: given up$/)
    .waitFor()
})

test('by keyboard alone: ticked as it should be; what was said can be taken back', async () => {
  const { id } = await newBuild(demoBuild('paper-kite'))
  const page = await newPage(`/builds/${id}/bench`)
  const tick = page.getByRole('button', { name: 'As it should be: M1 starts without a complaint' })
  await tick.focus()
  await page.keyboard.press('Space')
  await page.getByText(/^1 of \d+ are as they should be\.$/).waitFor()
  expect(await tick.getAttribute('aria-pressed')).toBe('true')
  const said = page.getByRole('region', { name: 'What you said so far' })
  await said.getByRole('button', { name: 'Take back: M1 starts as it should' }).focus()
  await page.keyboard.press('Enter')
  await said.waitFor({ state: 'detached' })
  await page.getByText(/^0 of \d+ are as they should be\.$/).waitFor()
})

test('what would be damaged is told before anything else', async () => {
  const page = await newPage('/builds/tangled-heron/bench')
  await page.getByRole('region', { name: 'Do not switch it on' }).getByRole('listitem').first().waitFor()
})
