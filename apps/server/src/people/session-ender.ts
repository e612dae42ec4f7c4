/** Signs a person out everywhere, or everywhere but here. Those who keep sessions implement it. */
export abstract class SessionEnder {
  abstract endAll(personId: string, butSession?: string): Promise<void>;
}
