type SchemaError = {
  instancePath: string
  message?: string
  keyword: string
  params: Record<string, unknown>
}
declare const validate: ((data: unknown) => boolean) & { errors?: SchemaError[] | null }
export default validate
