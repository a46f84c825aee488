/** The browser's own store. */
const kept = new Map();
const key = (p) => `${p.recording}/${p.kind}/${p.number}`;

export const keepPiece = async (piece) => kept.set(key(piece), piece);
export const piecesOf = async (recording) => [...kept.values()].filter((p) => p.recording === recording);
export const dropPiece = async (piece) => kept.delete(key(piece));
export const dropPieces = async (recording) => (await piecesOf(recording)).forEach((p) => kept.delete(key(p)));
