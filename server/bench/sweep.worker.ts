import { parentPort } from 'node:worker_threads'
import { sceneTask, simulateTrigger, type Scene } from '../../core/trigger/index.ts'
import type { ConverterSweep } from './sweeps.ts'

/** Steps of the scope's converter over its range. */
const LEVELS = 4096

/** What the converter makes of the wire: its range is set to what there is. */
parentPort!.on('message', (scene: Scene) => {
  const task = sceneTask(scene)
  const { samples } = simulateTrigger(task)
  const most = samples.reduce((m, v) => Math.max(m, Math.abs(v)), 0)
  const voltPerCount = (2 * most) / LEVELS || 1
  const counts = Int16Array.from(samples, (v) => Math.round(v / voltPerCount))
  const sweep: ConverterSweep = { counts, sampleHz: task.sampleHz, voltPerCount }
  parentPort!.postMessage(sweep, [counts.buffer])
})
