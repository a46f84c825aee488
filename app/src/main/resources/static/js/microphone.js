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

const HUM_HZ = [50, 60]; // The mains of the world.
const HARMONICS = [1, 2, 3];
const HUM_OVER_DB = 18;
const LASTING = 20; // readings, two seconds
const ROOM_DB = -44;
const ROOM_READINGS = 40;

/**
 * Whether the mains can be heard: two of their harmonics stand out of what lies beside them.
 * @param spectrum decibels of even steps of frequency
 * @param step hertz
 */
export function hums(spectrum, step) {
  const at = (hz) => Math.max(...[-1, 0, 1].map((d) => spectrum[Math.round(hz / step) + d]));
  const beside = (hz) => {
    const around = [-18, -14, -10, 10, 14, 18].map((d) => spectrum[Math.round((hz + d) / step)]).sort((a, b) => a - b);
    return around[around.length >> 1];
  };
  return HUM_HZ.some((mains) => HARMONICS.filter((n) => at(n * mains) - beside(n * mains) > HUM_OVER_DB && at(n * mains) > -75).length >= 2);
}

/**
 * Tells ten times a second how loud it is: 0 to 100, a word for it, and what is wrong with the room: hum, noise or nothing.
 * @returns what ends it
 */
export function meter(stream, tell) {
  const context = new AudioContext();
  const analyser = context.createAnalyser();
  analyser.fftSize = 2048;
  context.createMediaStreamSource(stream).connect(analyser);
  const samples = new Float32Array(analyser.fftSize);
  let recent = FLOOR_DB;
  const fine = new AnalyserNode(context, { fftSize: 16_384, smoothingTimeConstant: 0.6 });
  context.createMediaStreamSource(stream).connect(fine);
  const spectrum = new Float32Array(fine.frequencyBinCount);
  let humming = 0;
  const readings = [];
  const timer = setInterval(() => {
    analyser.getFloatTimeDomainData(samples);
    const energy = samples.reduce((sum, s) => sum + s * s, 0) / samples.length;
    const peak = samples.reduce((most, s) => Math.max(most, Math.abs(s)), 0);
    const db = 10 * Math.log10(energy + 1e-9);
    recent = Math.max(db, recent - 1.5);
    const loud = 20 * Math.log10(peak + 1e-9) > LOUD_DB;
    const word = loud ? 'loud' : recent < FLOOR_DB + 5 ? 'silent' : recent < QUIET_DB ? 'quiet' : 'good';
    fine.getFloatFrequencyData(spectrum);
    humming = hums(spectrum, context.sampleRate / fine.fftSize) ? Math.min(2 * LASTING, humming + 1) : Math.max(0, humming - 1);
    readings.push(db);
    if (readings.length > ROOM_READINGS) {
      readings.shift();
    }
    const noisy = readings.length === ROOM_READINGS && Math.min(...readings) > ROOM_DB;
    const trouble = humming >= LASTING ? 'hum' : noisy ? 'noisy' : '';
    tell(Math.max(0, Math.min(100, (100 * (db - FLOOR_DB)) / -FLOOR_DB)), word, trouble);
  }, 100);
  return () => {
    clearInterval(timer);
    context.close();
  };
}
