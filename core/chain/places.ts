/** The places beneath the scales where a channel is worked on. */
export type StagePlace = 'element' | 'leads' | 'input' | 'table' | 'face' | 'prove' | 'budget'
