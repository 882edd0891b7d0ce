import { RAILS } from './connectors'

export type Option = readonly [value: string, words: string]

/** One blank in the sentence that a relation is, and how it is filled. */
export type RelationField = { readonly key: string; readonly label: string; readonly isNeeded?: boolean } & (
  | { readonly fill: 'port' | 'ports'; readonly side?: 'takes' | 'gives' }
  | { readonly fill: 'wires' | 'wire' | 'text' | 'flag' }
  | { readonly fill: 'models' | 'points' }
  | { readonly fill: 'figure'; readonly unit: string }
  | { readonly fill: 'choice'; readonly options: readonly Option[] }
)

export interface RelationForm {
  /** What it is called in a list of what a part can hold. */
  readonly title: string
  /** What it means, for somebody who has the thing in the hand. */
  readonly meaning: string
  readonly fields: readonly RelationField[]
}

export const rail: RelationField = {
  key: 'rail',
  label: 'volts',
  fill: 'choice',
  isNeeded: true,
  options: RAILS.map((name) => [name, { '12v': '12 V', '5v': '5 V', '3v3': '3.3 V' }[name]]),
}
export const signal: RelationField = {
  key: 'signal',
  label: 'of',
  fill: 'choice',
  isNeeded: true,
  options: [
    ['speed', 'fan speed'],
    ['light', 'light'],
  ],
}
export const port = (key: string, label: string, side?: 'takes' | 'gives', isNeeded = true): RelationField => ({
  key,
  label,
  fill: 'port',
  ...(side === undefined ? {} : { side }),
  isNeeded,
})
export const ports = (key: string, label: string, side?: 'takes' | 'gives', isNeeded = true): RelationField => ({
  key,
  label,
  fill: 'ports',
  ...(side === undefined ? {} : { side }),
  isNeeded,
})
export const figure = (key: string, label: string, unit: string): RelationField => ({
  key,
  label,
  fill: 'figure',
  unit,
})
export const flag = (key: string, label: string): RelationField => ({ key, label, fill: 'flag' })
export const text = (key: string, label: string, isNeeded = false): RelationField => ({
  key,
  label,
  fill: 'text',
  isNeeded,
})
