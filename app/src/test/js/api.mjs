/** What was sent, and what is answered: the first of these, then always "taken". */
export const sent = [];
export const answers = [];

export async function send(method, path, body) {
  const answer = answers.shift();
  if (answer) {
    throw Object.assign(new Error(`status ${answer}`), { status: answer === 'no line' ? undefined : answer });
  }
  sent.push({ method, path, body: structuredClone(body) });
}
