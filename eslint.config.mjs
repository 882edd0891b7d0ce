import jsxA11y from 'eslint-plugin-jsx-a11y'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

const limitNames = '/(Amps|Watts|Mm|Volts)$/'

/** Limits are compared in one place only, which knows about floating point. */
const comparesLimits = {
  selector: `BinaryExpression[operator=/^[<>]=?$/][left.name=${limitNames}][right.name=${limitNames}]`,
  message: 'Compare amps, watts, volts and millimetres with exceeds() from core/units/compare.',
}
/** What a part is called must never decide what the check says of it. */
const asksKind = {
  selector: "MemberExpression[property.name='kind']",
  message: 'Harness and rules ask the circuit, never the kind of a part.',
}
const makesErrors = {
  selector: "ThrowStatement > NewExpression[callee.name='Error']",
  message: 'The core throws LoomError with a stable code and a sentence.',
}

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      '.build/**',
      'node_modules/**',
      'src/core/formats/generated/**',
      'src/core/rules/generated/**',
      'next-env.d.ts',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
      '@typescript-eslint/prefer-nullish-coalescing': ['error', { ignorePrimitives: { string: true, boolean: true } }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      'no-console': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'Date',
        'fetch',
        'process',
        'window',
        'document',
        'navigator',
        'localStorage',
        'setTimeout',
        'setInterval',
        'console',
        'Buffer',
        'crypto',
        'performance',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'The core has no chance: ids and seeds come from outside.' },
      ],
      'no-restricted-syntax': ['error', comparesLimits, makesErrors],
      '@typescript-eslint/strict-boolean-expressions': [
        'error',
        { allowNumber: false, allowString: true, allowNullableBoolean: true, allowNullableObject: true },
      ],
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'max-params': ['error', { max: 4 }],
    },
  },
  {
    files: ['src/core/{structure,operate,ask}/**/*.ts', 'src/core/rules/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', comparesLimits, makesErrors, asksKind] },
  },
  {
    files: ['src/ui/**/*.tsx', 'src/app/**/*.tsx'],
    plugins: { 'react-hooks': reactHooks, 'jsx-a11y': jsxA11y },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      ...jsxA11y.flatConfigs.recommended.rules,
      'jsx-a11y/no-autofocus': 'off',
    },
  },
)
