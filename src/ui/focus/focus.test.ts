import { useFocus } from './focus'

const lead = { itemId: 'fan', portId: 'lead' }
const other = { itemId: 'strip', portId: 'lead' }
const now = () => useFocus.getState()

beforeEach(() => now().leaveBuild())

test('a picked port is of a thing, and the thing is looked at with it', () => {
  now().select({ ref: lead })
  expect(now().itemId).toBe('fan')
  now().select(null)
  expect(now().itemId).toBeNull()
})

test('a port stays picked while its own thing is chosen, and is put down for another', () => {
  now().select({ ref: lead })
  now().choose('fan')
  expect(now().selected).toEqual({ ref: lead })
  now().choose('strip')
  expect(now()).toMatchObject({ itemId: 'strip', selected: null })
})

test('the first of several leads is the one looked at; put down, the next is', () => {
  now().add(lead)
  now().add(other)
  expect(now()).toMatchObject({ itemId: 'fan', also: [other] })
  now().add(lead)
  expect(now()).toMatchObject({ itemId: 'strip', selected: { ref: other }, also: [] })
})

test('nothing is taken along to another build', () => {
  now().select({ ref: lead })
  now().lookAtAssembly('hall-1')
  now().leaveBuild()
  expect(now()).toMatchObject({ itemId: null, selected: null, assemblyId: null })
})
