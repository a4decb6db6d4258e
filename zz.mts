import { withApp } from './trials/browser.ts'
import { fullStorage, memoryOfEdits, memoryOfCaptures } from './trials/full.ts'
console.log(await withApp(fullStorage))
console.log(await withApp((c, b) => memoryOfEdits(c, b, 200)))
console.log(await withApp((c, b) => memoryOfCaptures(c, b, 90)))
process.exit(0)
