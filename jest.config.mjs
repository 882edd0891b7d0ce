const common = {
  transform: {
    '^.+\\.(ts|tsx|js)$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  moduleNameMapper: { '^@/(.*)$': '<rootDir>/src/$1' },
  modulePathIgnorePatterns: ['<rootDir>/.next', '<rootDir>/.build'],
  transformIgnorePatterns: ['/node_modules/(?!nanoid/)'],
}

const config = {
  projects: [
    {
      ...common,
      displayName: 'unit',
      setupFilesAfterEnv: ['<rootDir>/tests/support/patience.ts', '<rootDir>/tests/support/strict.ts'],
      testMatch: [
        '<rootDir>/src/**/*.test.ts',
        '<rootDir>/tests/copper/**/*.test.ts',
        '<rootDir>/tests/docs/**/*.test.ts',
        '<rootDir>/tests/figures/**/*.test.ts',
        '<rootDir>/tests/gadgets/**/*.test.ts',
        '<rootDir>/tests/rules/**/*.test.ts',
        '<rootDir>/tests/weave/**/*.test.ts',
      ],
    },
    {
      ...common,
      displayName: 'server',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/support/patience.ts'],
    },
    {
      ...common,
      displayName: 'browser',
      testMatch: ['<rootDir>/tests/browser/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/tests/browser/setup.ts'],
    },
    { ...common, displayName: 'crash', testMatch: ['<rootDir>/tests/crash/**/*.test.ts'] },
  ],
}

export default config
