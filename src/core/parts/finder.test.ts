import fc from 'fast-check'
import { answersTo, nextQuestion, plugsFor, resultOf, type Answers, type Question } from './finder'
import { FAMILIES } from './connectors'
import { PLUGS } from './plugs'

/** Answers each question truly for one plug, one of its traits where it has several; `notSure` where it has none. */
function interview(plugId: string): { readonly answers: Answers; readonly count: number } {
  const { traits } = PLUGS.find(({ id }) => id === plugId)!
  let answers: Answers = {}
  for (let count = 0; ; count += 1) {
    const question = nextQuestion(answers)
    if (question === undefined) return { answers, count }
    answers = { ...answers, [question]: traits[question]?.[0] ?? 'notSure' }
  }
}

describe('the connector finder', () => {
  test.each(PLUGS.map(({ id }) => id))('%s is found by true answers, in a few questions', (id) => {
    const { answers, count } = interview(id)
    const result = resultOf(answers)
    const ids = result.result === 'found' ? [result.plug.id] : plugsFor(answers).map((plug) => plug.id)
    expect(ids).toEqual([id])
    expect(count).toBeLessThanOrEqual(5)
  })

  test('knows every family but the nameless one, and each plug once', () => {
    const families = new Set(PLUGS.map(({ connector }) => connector.family))
    expect(FAMILIES.filter((family) => !families.has(family))).toEqual([])
    expect(new Set(PLUGS.map(({ id }) => id)).size).toBe(PLUGS.length)
  })

  test('“not sure” to everything names no plug, and says that even the voltage is open', () => {
    let answers: Answers = {}
    for (let question = nextQuestion(answers); question !== undefined; question = nextQuestion(answers)) {
      answers = { ...answers, [question]: 'notSure' }
    }
    expect(resultOf(answers)).toMatchObject({ result: 'several', isVoltageOpen: true })
    expect(plugsFor(answers)).toHaveLength(PLUGS.length)
  })

  test('the 5 V and the 12 V light plug are kept apart by the blank alone, and open without it', () => {
    const light: Answers = { hangsOn: 'light', rows: 'one', positions: '4', ribs: 'no', marking: 'nothing' }
    expect(resultOf(light)).toMatchObject({ result: 'several', isVoltageOpen: true })
    expect(resultOf({ ...light, blank: 'third' })).toMatchObject({ result: 'found', plug: { id: 'argb' } })
    expect(resultOf({ ...light, blank: 'none' })).toMatchObject({ result: 'found', plug: { id: 'rgb' } })
  })

  test('what no plug shows is no plug known here', () => {
    expect(resultOf({ rows: 'flat', positions: '3' })).toEqual({ result: 'none' })
  })

  test('every answer keeps at least one plug, and never brings one back', () => {
    const seeds = fc.array(fc.nat(20), { minLength: 12, maxLength: 12 })
    fc.assert(
      fc.property(seeds, (picks) => {
        let answers: Answers = {}
        let before = plugsFor(answers).length
        for (const pick of picks) {
          const question: Question | undefined = nextQuestion(answers)
          if (question === undefined) break
          const options = [...answersTo(question, answers), 'notSure']
          answers = { ...answers, [question]: options[pick % options.length] }
          const left = plugsFor(answers).length
          expect(left).toBeGreaterThan(0)
          expect(left).toBeLessThanOrEqual(before)
          before = left
        }
        expect(nextQuestion(answers)).toBeUndefined()
      }),
    )
  })
})
