import * as validators from './generated/validators'
import type {
  BenchChoice,
  Entering,
  LinkWish,
  NewName,
  Passkey,
  PasswordChange,
  Proof,
  RoleWish,
  SignIn,
} from './people-schema'
import { fitting } from './validate'

/** What people say of themselves and of their benches, or a FORMAT_WRONG error with the place. */
export const asSignIn = fitting<SignIn>(validators.validateSignIn)
export const asNewName = fitting<NewName>(validators.validateNewName)
export const asPasswordChange = fitting<PasswordChange>(validators.validatePasswordChange)
export const asProof = fitting<Proof>(validators.validateProof)
export const asRoleWish = fitting<RoleWish>(validators.validateRoleWish)
export const asBenchChoice = fitting<BenchChoice>(validators.validateBenchChoice)
export const asPasskey = fitting<Passkey>(validators.validatePasskey)
export const asLinkWish = fitting<LinkWish>(validators.validateLinkWish)
export const asEntering = fitting<Entering>(validators.validateEntering)
