// A picture from the clipboard becomes a paper with one page.
import { send } from './api.js';

const WAIT_MS = 300;

/** The picture in what is pasted, if there is one. */
export function pictureIn(event) {
  return [...(event.clipboardData?.items ?? [])].find((i) => i.kind === 'file' && i.type.startsWith('image/'))?.getAsFile() ?? null;
}

/**
 * Takes a picture in, and waits until it is a page.
 * @returns its pages
 */
export async function takeIn(file, name) {
  const form = new FormData();
  const time = new Date().toLocaleTimeString([], { hour: 'numeric', minute: '2-digit' });
  form.append('paper', new File([file], `${name} ${time}.${file.type.split('/')[1].replace('jpeg', 'jpg')}`, { type: file.type }));
  const { handout, work } = await send('POST', '/handouts', form);
  for (;;) {
    const bar = await send('GET', `/works/${work}`);
    if (bar.state === 'DONE') {
      return send('GET', `/handouts/${handout}/pages`);
    }
    if (bar.state !== 'WAITING' && bar.state !== 'RUNNING') {
      throw new Error(bar.problem || '');
    }
    await new Promise((again) => setTimeout(again, WAIT_MS));
  }
}
