/** MarkKindsController serves the real ones. */
export const KINDS = { ring: {}, light: { oneAPage: true } };
export const LOOK = { letters: 0.72, baseline: 0.78, click: 6, usualLetters: 11, written: 1.3 };
