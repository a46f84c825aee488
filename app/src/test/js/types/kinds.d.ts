// Served by MarkKindsController.
export const KINDS: any;
