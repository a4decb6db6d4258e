import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

// What the compiler of React asks of components, which takes longer than every other rule together.
export default tseslint.config({
  files: ['app/**/*.{ts,tsx}'],
  extends: [tseslint.configs.base],
  ...reactHooks.configs.flat['recommended-latest'],
})
