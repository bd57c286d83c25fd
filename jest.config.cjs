/** Packages that ship modern modules only, so that Jest must transpile them. */
const modern = [
  '(jest-)?react-native',
  '@react-native',
  'expo',
  '@expo',
  'react-navigation',
  '@react-navigation',
  'react-redux',
  '@reduxjs',
  'immer',
  'reselect',
  'redux',
  'comlink',
  'idb',
  'rbush',
  'quickselect',
  'standard-navigation',
  'linear-sum-assignment',
  'ml-',
  'is-any-array',
  'fractional-indexing',
  'binary-search',
  'cheminfo-types',
  'd3-',
  'delaunator',
  'robust-predicates',
  'internmap',
  'three',
  'isosurface',
  'p-retry',
  'is-network-error',
];
const transformIgnorePatterns = [`node_modules/(?!(${modern.join('|')}))`];

const plain = (name) => ({
  displayName: name,
  rootDir: `packages/${name}`,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  transform: { '\\.m?[jt]s$': ['babel-jest', { configFile: require.resolve('./babel.config.cjs') }] },
  transformIgnorePatterns,
  // Looked up anew at every use inside Jest's sandbox otherwise, which makes computation ten times slower.
  sandboxInjectedGlobals: ['Math'],
});

module.exports = {
  projects: [
    plain('core'),
    plain('contract'),
    plain('scenes'),
    plain('camera'),
    {
      displayName: 'studio',
      rootDir: 'apps/studio',
      preset: 'jest-expo',
      testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/src/**/*.test.tsx'],
      transform: { '\\.mjs$': ['babel-jest', { configFile: require.resolve('./babel.config.cjs') }] },
      transformIgnorePatterns,
    },
  ],
};
