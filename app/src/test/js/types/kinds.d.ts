// Served by MarkKindsController.
export const KINDS: any;
export const LOOK: any;
