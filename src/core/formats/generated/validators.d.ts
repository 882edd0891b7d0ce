// Made by tools/generate.ts from the schemas. Do not edit.
export interface ShapeError {
  readonly instancePath: string
  readonly keyword: string
  readonly params: Readonly<Record<string, unknown>>
}
interface Validator {
  (value: unknown): boolean
  errors?: readonly ShapeError[] | null
}
export declare const validateBuild: Validator
export declare const validatePart: Validator
export declare const validateSave: Validator
export declare const validateNewBuild: Validator
export declare const validateReport: Validator
export declare const validateFigures: Validator
export declare const validateExplanation: Validator
export declare const validateRun: Validator
export declare const validateReplay: Validator
export declare const validateLight: Validator
export declare const validateExpect: Validator
export declare const validateDiagnose: Validator
export declare const validateSeen: Validator
export declare const validateChange: Validator
export declare const validateEntries: Validator
export declare const validateEntryList: Validator
export declare const validateNewMachine: Validator
export declare const validateTicksFile: Validator
export declare const validateMachineFile: Validator
export declare const validatePackSave: Validator
export declare const validatePartsFile: Validator
export declare const validatePartSave: Validator
export declare const validateIdList: Validator
export declare const validateBuildIds: Validator
export declare const validateBuildTags: Validator
export declare const validateNameState: Validator
export declare const validateSignIn: Validator
export declare const validateNewName: Validator
export declare const validatePasswordChange: Validator
export declare const validateProof: Validator
export declare const validateRoleWish: Validator
export declare const validateBenchChoice: Validator
export declare const validatePasskey: Validator
export declare const validateLinkWish: Validator
export declare const validateEntering: Validator
