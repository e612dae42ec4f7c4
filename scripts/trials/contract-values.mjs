/** Makes requests that a contract allows, so that spoiling one place of them gets past the first check. */
export class ContractValues {
  constructor(contract, chance, known) {
    this.contract = contract;
    this.chance = chance;
    /** Ids, tags and other words that exist, so that not every request ends at "no such thing". */
    this.known = known;
  }

  of(schema) {
    const { chance } = this;
    if (schema.$ref) return this.of(this.contract.components.schemas[schema.$ref.split('/').at(-1)]);
    if (schema.nullable && chance.below(0.2)) return null;
    // The contract wraps a reference so, to give it a description.
    if (schema.allOf) return this.of(schema.allOf[0]);
    if (schema.enum) return chance.pick(schema.enum);
    switch (schema.type) {
      case 'object':
        return this.#object(schema);
      case 'array': {
        const most = Math.min(schema.maxItems ?? 4, 4);
        return Array.from({ length: chance.whole(0, most) }, () => this.of(schema.items));
      }
      case 'integer':
        return chance.whole(schema.minimum ?? 0, Math.min(schema.maximum ?? 100, (schema.minimum ?? 0) + 20));
      case 'number':
        return (
          Math.round(
            ((schema.minimum ?? 0) + chance.next() * Math.min(1, (schema.maximum ?? 1) - (schema.minimum ?? 0))) * 1e4,
          ) / 1e4
        );
      case 'boolean':
        return chance.below(0.5);
      default:
        return this.#text(schema);
    }
  }

  #object({ properties = {}, required = [] }) {
    const entries = Object.entries(properties).filter(([name]) => required.includes(name) || this.chance.below(0.7));
    return Object.fromEntries(entries.map(([name, schema]) => [name, this.#named(name) ?? this.of(schema)]));
  }

  /** Fields of some names are worth guessing right. */
  #named(name) {
    if (name === 'version' && this.chance.below(0.7)) return this.chance.whole(1, 3);
    if (name === 'passphrase' && this.chance.below(0.5)) return 'seven dry gravel sacks';
    if (name === 'pin' && this.chance.below(0.5)) return '2580';
    if (name === 'mark' && this.chance.below(0.5)) return this.chance.pick(this.known.marks);
    return undefined;
  }

  #text({ format, minLength = 1, maxLength = 20 }) {
    const { chance } = this;
    if (format === 'uuid') return chance.below(0.4) ? chance.pick(this.known.ids) : chance.id();
    const day = new Date(
      Date.UTC(chance.whole(2024, 2027), chance.whole(0, 11), chance.whole(1, 28), chance.whole(0, 23)),
    );
    if (format === 'date-time') return day.toISOString();
    if (format === 'date') return day.toISOString().slice(0, 10);
    const words = ['oak', 'sluice', 'reed', 'weir', 'gravel', 'Ünit', '7'];
    const text = Array.from({ length: 3 }, () => chance.pick(words)).join(' ');
    return text.slice(0, Math.max(minLength, Math.min(maxLength, chance.whole(1, 18))));
  }

  path(name) {
    if (name === 'tag') return this.chance.below(0.8) ? this.chance.pick(this.known.tags) : this.#text({});
    return this.chance.below(0.6) ? this.chance.pick(this.known.ids) : this.chance.id();
  }
}
