// Rounding, units and words for quantities: the last step before a person reads them, and the first
// after one has typed them. No other folder knows a factor.

export * from './amounts'
export * from './heat'
export * from './quantity'
export * from './reading'
export * from './sentence'
export * from './time'
