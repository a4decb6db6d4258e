// Prints "passed failed" from a runner's JSON report. Ends with an error where there is none or it cannot be read:
// tally.sh takes that for one failure.
import { readFileSync } from 'node:fs'

const [, , kind, file] = process.argv
const report = JSON.parse(readFileSync(file, 'utf8'))
const [passed, failed] =
  kind === 'unit'
    ? // suites that failed to load count even though none of their tests ran
      [
        report.numPassedTests,
        report.numFailedTests +
          report.testResults.filter((r) => r.status === 'failed' && r.assertionResults.length === 0)
            .length,
      ]
    : [report.stats.expected, report.stats.unexpected + report.stats.flaky + report.errors.length]
console.log(passed, passed + failed === 0 ? 1 : failed)
