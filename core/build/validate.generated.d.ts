import type { SchemaCheck } from '../curve/settings.ts'

export const instruments: SchemaCheck
export const devices: SchemaCheck
export const elements: SchemaCheck
export const channels: SchemaCheck
export const measurements: SchemaCheck
export const proofs: SchemaCheck
export const attachments: SchemaCheck
export const posts: SchemaCheck
export const straps: SchemaCheck
export const wires: SchemaCheck
export const loads: SchemaCheck
export const states: SchemaCheck
export const stands: SchemaCheck
export const triggers: SchemaCheck
export const changes: SchemaCheck
export const top: SchemaCheck
export const build: SchemaCheck
