/** The look every chart shares. */
export const AXIS = { stroke: 'var(--pale)', tick: { fill: 'var(--pale)', fontSize: 13 }, tickLine: true } as const
export const GRID = { stroke: 'var(--hair)', strokeDasharray: '2 4', vertical: false } as const
