/** A store that is full, with room for more after what it holds. */
export const grown = (store: Float64Array): Float64Array => {
  const larger = new Float64Array(Math.ceil(store.length * 1.6))
  larger.set(store)
  return larger
}
