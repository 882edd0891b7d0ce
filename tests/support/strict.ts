import { throwOnBrokenRules } from '../../src/core/rules/check'

throwOnBrokenRules()
