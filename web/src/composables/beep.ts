let audio: AudioContext | null = null;

/**
 * A short tone, where the browser lets a page sound (after the first key or touch). Nothing depends on it:
 * a bench may be loud, so what is heard is seen too.
 */
export function beep(hertz: number, seconds: number): void {
  try {
    audio ??= new AudioContext();
    if (audio.state === 'suspended') void audio.resume().catch(() => undefined);
    const tone = audio.createOscillator();
    const volume = audio.createGain();
    tone.frequency.value = hertz;
    volume.gain.setValueAtTime(0.15, audio.currentTime);
    volume.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + seconds);
    tone.connect(volume).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + seconds);
  } catch {
    // No sound device: the picture is enough.
  }
}
