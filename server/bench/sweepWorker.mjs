// A thread begins in plain JavaScript: this lets it read TypeScript, as the server's own start does.
import { register } from 'tsx/esm/api'

register()
await import('./sweep.worker.ts')
