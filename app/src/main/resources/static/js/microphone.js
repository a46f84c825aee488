// Where the sound comes from: a real microphone, or the stand-in that plays a recorded narration.

const FLOOR_DB = -60;
const QUIET_DB = -38;
const LOUD_DB = -3;

export async function openMicrophone() {
  return navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: true, noiseSuppression: true, autoGainControl: true },
  });
}

export async function openStandIn() {
  const context = new AudioContext();
  const file = await fetch('/standin/narration.webm');
  const source = context.createBufferSource();
  source.buffer = await context.decodeAudioData(await file.arrayBuffer());
  source.loop = true;
  const out = context.createMediaStreamDestination();
  source.connect(out);
  source.start();
  return out.stream;
}

/** Tells ten times a second how loud it is: 0 to 100, and a word for it. */
export function meter(stream, tell) {
  const context = new AudioContext();
  const analyser = context.createAnalyser();
  analyser.fftSize = 2048;
  context.createMediaStreamSource(stream).connect(analyser);
  const samples = new Float32Array(analyser.fftSize);
  let recent = FLOOR_DB;
  setInterval(() => {
    analyser.getFloatTimeDomainData(samples);
    const energy = samples.reduce((sum, s) => sum + s * s, 0) / samples.length;
    const peak = samples.reduce((most, s) => Math.max(most, Math.abs(s)), 0);
    const db = 10 * Math.log10(energy + 1e-9);
    recent = Math.max(db, recent - 1.5);
    const loud = 20 * Math.log10(peak + 1e-9) > LOUD_DB;
    const word = loud ? 'loud' : recent < FLOOR_DB + 5 ? 'silent' : recent < QUIET_DB ? 'quiet' : 'good';
    tell(Math.max(0, Math.min(100, (100 * (db - FLOOR_DB)) / -FLOOR_DB)), word);
  }, 100);
}
