/** The form in which tags are compared: `pw 22-b` and `PW-22B` name the same machine. */
export const tagKey = (tag: string): string => tag.replace(/[\s\-_–—.]/g, '').toUpperCase();
