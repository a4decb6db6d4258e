import { createContext, useContext } from 'react'

/** Where the thread stands once the hand has come to rest: for what stands beneath the scales and is slow to draw. */
export const RestTruthContext = createContext(0)
export const useRestTruth = (): number => useContext(RestTruthContext)
