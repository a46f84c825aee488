/** MarkKindsController serves the real ones. */
export const KINDS = { ring: {}, light: { oneAPage: true } };
