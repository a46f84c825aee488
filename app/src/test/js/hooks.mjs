const STAND_INS = { './api.js': './api.mjs', './kinds.js': './kinds.mjs', './kept.js': './kept.mjs' };

export async function resolve(specifier, context, next) {
  const standIn = context.parentURL?.includes('/static/js/') && STAND_INS[specifier];
  return standIn ? { url: new URL(standIn, import.meta.url).href, format: 'module', shortCircuit: true } : next(specifier, context);
}

export async function load(url, context, next) {
  return next(url, url.includes('/static/js/') ? { ...context, format: 'module' } : context);
}
