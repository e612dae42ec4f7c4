/** Requests as a signed-in browser sends them, for trials on loopback. */
export class Sender {
  constructor(urls, cookie = null) {
    this.urls = urls;
    this.cookie = cookie;
  }

  /** Signs in as a demo person with a role. */
  async signIn(role, wanted = null) {
    const [url] = this.urls;
    const { demo } = await (await fetch(`${url}/api/sign-in`)).json();
    const { initials } = demo.people.find((person) =>
      wanted === null ? person.role === role : person.initials === wanted,
    );
    return this.signInAs({ initials, passphrase: demo.passphrase });
  }

  async signInAs({ initials, passphrase }) {
    const [url] = this.urls;
    const answer = await fetch(`${url}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: url },
      body: JSON.stringify({ initials, passphrase }),
    });
    if (answer.status !== 204) throw new Error(`signing in as ${initials}: ${answer.status} ${await answer.text()}`);
    this.cookie = answer.headers.get('set-cookie').split(';')[0];
    return this;
  }

  /** One try at one node. Returns status and body; throws when the line breaks. */
  async once(method, path, body, node = 0) {
    const url = this.urls[node % this.urls.length];
    const answer = await fetch(url + path, {
      method,
      headers: {
        origin: this.origin ?? url,
        ...(this.cookie && { cookie: this.cookie }),
        ...(body !== undefined && { 'content-type': 'application/json' }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
      signal: AbortSignal.timeout(15_000),
    });
    return { status: answer.status, body: await answer.json().catch(() => null) };
  }

  /**
   * Sends the same write until there is a definite answer, as the interface does: retries after a broken connection and
   * after a server error. Null when none came before `until`.
   */
  async insist(method, path, body, until, node = 0) {
    for (let attempt = 0; Date.now() < until; attempt += 1) {
      try {
        const answer = await this.once(method, path, body, node + attempt);
        if (answer.status < 500 && answer.status !== 429) return answer;
      } catch {
        // The connection broke, so it is unknown whether the write was stored; it is sent again.
      }
      await new Promise((resolve) => setTimeout(resolve, 40 + 20 * Math.min(attempt, 10)));
    }
    return null;
  }
}
