/** The browser's own speech: nothing is sent anywhere. */
export const canSpeak = (): boolean => 'speechSynthesis' in window && 'SpeechSynthesisUtterance' in window;

/** Speaks a short answer and cancels the one that is being spoken. */
export function speak(words: string): void {
  if (!canSpeak()) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(spoken(words)));
}

/** Spoken form of the text. */
export const spoken = (words: string): string =>
  words
    .replaceAll('\u00a0', ' ')
    .replace(/(\d)\s?mm\b/g, '$1 millimeters')
    .replace(/(\d)[–-](\d)/g, '$1 to $2')
    .replace(/\bh\b/g, 'hours');
