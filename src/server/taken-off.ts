import type { Tx } from './db'

/** Takes something that comes with the program off the shelf of a bench, or puts it back there. */
export async function takeOff(tx: Tx, sort: 'part' | 'pack', id: string, isTakenOff: boolean): Promise<void> {
  if (isTakenOff) await tx`insert into taken_off (sort, id) values (${sort}, ${id}) on conflict do nothing`
  else await tx`delete from taken_off where sort = ${sort} and id = ${id}`
}
