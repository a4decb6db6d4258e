import { readFileSync } from 'node:fs'

/** What a process holds of the machine's memory, kB. */
export const residentKB = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN)
