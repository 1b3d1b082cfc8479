// What is heard and felt across a cabinet: a call that arrives, one that is refused, one that may be real, a silence.
/** `alarm`: nobody asked for it while the station is on test; it may be real. */
export const signal = (good: boolean, alarm: boolean): void => {
  if ('vibrate' in navigator && matchMedia('(pointer: coarse)').matches)
    navigator.vibrate(alarm ? [400, 150, 400, 150, 400] : good ? [180] : [80, 80, 80]);
  if (!('AudioContext' in window)) return;
  const audio = new AudioContext();
  // Before anybody has pressed something the browser makes no sound.
  if (audio.state !== 'running') {
    void audio.close();
    return;
  }
  const tone = audio.createOscillator();
  const level = audio.createGain();
  level.gain.value = 0.08;
  tone.frequency.value = alarm ? 1320 : good ? 880 : 330;
  tone.connect(level).connect(audio.destination);
  tone.start();
  tone.stop(audio.currentTime + (alarm ? 1.2 : 0.18));
  tone.onended = () => void audio.close();
};
