/** Decimals a step is written with: 0.05 has two. */
export const decimalsOfStep = (step: number): number => (String(step).split('.')[1] ?? '').length
