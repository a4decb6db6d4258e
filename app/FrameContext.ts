import { createContext, useContext, type ReactNode } from 'react'

export type FrameSlots = {
  title?: ReactNode
  save?: ReactNode
  nav?: ReactNode
  /** the open build, for the command search */ buildId?: string
}

export const FrameContext = createContext<{
  setSlots: (slots: FrameSlots) => void
  flip: () => void
} | null>(null)

export const useFrame = () => {
  const frame = useContext(FrameContext)
  if (!frame) throw new Error('useFrame outside the frame')
  return frame
}
