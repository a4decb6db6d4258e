declare const nothing: unknown
export { nothing }
