/** The sample build, made by the plugin in vite.config.ts. */
declare module 'virtual:sample' {
  import type { Build } from '../core/build/index.ts'

  const build: Build
  export default build
}
