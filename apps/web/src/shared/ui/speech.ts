/** The browser's own speech: nothing is sent anywhere. */
export const canSpeak = (): boolean => 'speechSynthesis' in window && 'SpeechSynthesisUtterance' in window;

/** Says a short answer aloud; what was being said is cut off, since it is old. */
export function speak(words: string): void {
  if (!canSpeak()) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(words)));
}

/** As it is said, not as it is written. */
export const spoken = (words: string): string =>
  words
    .replaceAll('\u00a0', ' ')
    .replace(/(\d)\s?mm\b/g, '$1 millimeters')
    .replace(/(\d)[–-](\d)/g, '$1 to $2')
    .replace(/\bh\b/g, 'hours');
