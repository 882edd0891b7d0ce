import { Type } from '@sinclair/typebox'
import { Id, Name, oneOf, PLAIN_TEXT, strict, type ModelOf } from '../schema/schema-kit'

/** What people say of themselves and of their benches. */

/** As what somebody is on a bench; each may do what those before it may. */
export const ROLES = ['reader', 'maker', 'owner'] as const
export type Role = (typeof ROLES)[number]

/** OWASP ASVS 4.0 V2.1: at least 12 signs, and at least 64 taken; whatever signs. */
export const LEAST_PASSWORD_LENGTH = 12
const MOST_PASSWORD_LENGTH = 128
const PersonName = Type.String({ minLength: 1, maxLength: 60, pattern: PLAIN_TEXT })
const OldPassword = Type.String({ minLength: 1, maxLength: MOST_PASSWORD_LENGTH })
const NewPassword = Type.String({ minLength: LEAST_PASSWORD_LENGTH, maxLength: MOST_PASSWORD_LENGTH })

export const SignInSchema = strict({
  signInName: Type.String({ minLength: 1, maxLength: 100, pattern: PLAIN_TEXT }),
  password: OldPassword,
})
export type SignIn = ModelOf<typeof SignInSchema>

/** Somebody who comes by a link that works once: a new person, or one who is here already and has signed in. */
export const EnteringSchema = strict({
  name: Type.Optional(PersonName),
  password: Type.Optional(NewPassword),
})
export type Entering = ModelOf<typeof EnteringSchema>

export const NewNameSchema = strict({ name: PersonName })
export type NewName = ModelOf<typeof NewNameSchema>

export const PasswordChangeSchema = strict({ password: OldPassword, newPassword: NewPassword })
export type PasswordChange = ModelOf<typeof PasswordChangeSchema>

/** Proves once more who somebody is, before what cannot be taken back. */
export const ProofSchema = strict({ password: OldPassword })
export type Proof = ModelOf<typeof ProofSchema>

export const RoleWishSchema = strict({ role: oneOf(ROLES) })
export type RoleWish = ModelOf<typeof RoleWishSchema>

export const BenchChoiceSchema = strict({ benchId: Id })
export type BenchChoice = ModelOf<typeof BenchChoiceSchema>

/** A passkey as a browser made or used it; its own package looks at the answer. */
export const PasskeySchema = strict({
  name: Type.Optional(Name),
  answer: Type.Object({}, { additionalProperties: true }),
})
export type Passkey = ModelOf<typeof PasskeySchema>

/** A link to a build that lasts so many days, or until somebody ends it. */
export const LinkWishSchema = strict({ days: Type.Union([Type.Integer({ minimum: 1, maximum: 365 }), Type.Null()]) })
export type LinkWish = ModelOf<typeof LinkWishSchema>
