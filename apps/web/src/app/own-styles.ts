/**
 * The content security policy allows only style elements with the nonce of the page. Ant Design gives it to its theme,
 * but not to the elements by which it measures scroll bars; so every style element created by script gets it here.
 * Injected markup does not.
 */
export function giveOwnStylesTheNonce(): void {
  const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? '';
  const create = document.createElement.bind(document);
  document.createElement = (name: string, options?: ElementCreationOptions) => {
    const element = create(name, options);
    if (element instanceof HTMLStyleElement) element.nonce = nonce;
    return element;
  };
}
