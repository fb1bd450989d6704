let context: AudioContext | null = null;

/** A short tone; silent where the browser has no sound or has not been touched yet. */
const playTone = (hertz: number, seconds: number): void => {
  if (typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  const oscillator = context.createOscillator();
  const gain = context.createGain();
  oscillator.frequency.value = hertz;
  gain.gain.value = 0.2;
  oscillator.connect(gain).connect(context.destination);
  oscillator.start();
  oscillator.stop(context.currentTime + seconds);
};

export const playTick = (): void => playTone(880, 0.08);
export const playRelease = (): void => playTone(1320, 0.9);
