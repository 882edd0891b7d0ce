import { newBuild } from '../support/server'
import { demoBuild } from '../support/bench'
import { useBrowser } from './session'

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
    'Look at F10 link lead: is it seated, and where?': 'it is loose',
  }
  for (let step = 0; step < 6 && (await cure.count()) === 0; step += 1) {
    const text = await next.getByText(/^(Look at [^t]|Pull|Plug)/).textContent()
    const answer =
      answers[text ?? ''] ?? (/plug|lead/.test(text ?? '') ? 'it is seated, where it belongs' : 'as it should')
    await next.getByRole('button', { name: answer }).first().click()
    await next.getByText(text!, { exact: true }).waitFor({ state: 'detached' })
  }
  await cure.getByText('F10 link lead is not seated.').waitFor()
  await cure.getByText('Power off, and push it into F8 link tail until it sits.').waitFor()
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
