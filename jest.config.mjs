import { fileURLToPath } from 'node:url'

const transform = {
  '^.+\\.ts$': [
    fileURLToPath(new URL('./scripts/lib/jest-transform.mjs', import.meta.url)),
    {
      swcrc: false,
      jsc: {
        parser: { syntax: 'typescript', decorators: true },
        transform: { legacyDecorator: true, decoratorMetadata: true },
        keepClassNames: true,
        target: 'es2022',
      },
      module: { type: 'commonjs' },
    },
  ],
}
const moduleNameMapper = {
  '^@verger/core$': '<rootDir>/../core/src/index.ts',
  '^@verger/contract$': '<rootDir>/../contract/src/index.ts',
  '^(\\.{1,2}/.*)\\.js$': '$1',
}
/** Packages that come as modules only. */
const MODULES_ONLY =
  'three|earcut|@nestjs|p-limit|yocto-queue|archiver|zip-stream|compress-commons|crc32-stream|is-stream|readdir-glob|uuid'
const project = (room, testMatch) => ({
  displayName: room,
  rootDir: room,
  testEnvironment: 'node',
  transform: { ...transform, [`/(${MODULES_ONLY})/.+\\.js$`]: transform['^.+\\.ts$'] },
  transformIgnorePatterns: [`/node_modules/(?!(${MODULES_ONLY})/)`],
  moduleNameMapper,
  testMatch: [`<rootDir>/${testMatch}`],
})

export default {
  // these machines vary several times in speed
  testTimeout: 60_000,
  projects: [
    project('core', 'src/**/*.test.ts'),
    project('contract', 'src/**/*.test.ts'),
    project('server', 'test/**/*.test.ts'),
    {
      ...project('web', 'src/**/*.test.ts'),
      moduleNameMapper: {
        ...moduleNameMapper,
        '^three$': '<rootDir>/../node_modules/three/build/three.module.js',
      },
    },
  ],
}
