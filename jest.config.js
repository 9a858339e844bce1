const letThrough = [
  '(jest-)?react-native(-[^/]+)?',
  '@react-native(-community)?',
  '@react-navigation',
  '@rneui',
  'expo(nent)?(-[^/]+)?',
  '@expo(nent)?',
  '@expo-google-fonts',
  'clipper2-ts',
  'earcut',
  'flatbush',
  'flatqueue',
  'ml-[a-z-]+',
  'median-quickselect',
  'fft.js',
  'is-any-array',
  'uuid',
  '@keen-anvil',
].join('|');
const transformIgnorePatterns = [`/node_modules/(?!(\\.pnpm/)?(${letThrough})(/|$))`];
const modulePathIgnorePatterns = ['<rootDir>/app/dist', '<rootDir>/.data'];

module.exports = {
  // Far above what any test takes: a busy machine is no failure.
  testTimeout: 120_000,
  // Left to itself it would leave one of two cores idle.
  maxWorkers: 2,
  projects: [
    {
      displayName: 'core',
      preset: 'jest-expo',
      roots: ['<rootDir>/core', '<rootDir>/contract'],
      setupFiles: ['<rootDir>/core/testing/seed.ts'],
      transformIgnorePatterns,
      modulePathIgnorePatterns,
    },
    {
      displayName: 'app',
      preset: 'jest-expo',
      roots: ['<rootDir>/app'],
      transformIgnorePatterns,
      modulePathIgnorePatterns,
      setupFilesAfterEnv: ['<rootDir>/app/testing/setup.ts'],
    },
    {
      displayName: 'server',
      testEnvironment: 'node',
      globalSetup: '<rootDir>/server/testing/global-setup.ts',
      roots: ['<rootDir>/server'],
      transform: { '\\.[jt]sx?$': 'babel-jest' },
      transformIgnorePatterns,
      // The test runner cannot take a module that awaits at its top level; the workers of the server can.
      moduleNameMapper: { '^\\./harfbuzz\\.cjs$': '<rootDir>/core/testing/harfbuzz.ts' },
      modulePathIgnorePatterns,
    },
  ],
};
