/**
 * In every test the prototype of all objects is frozen: a word from outside that is taken for one of its properties
 * throws, instead of poisoning everything. Libraries that give an object of their own a `toString` may go on doing so,
 * which a plain freeze would forbid: assigning is turned into defining, on every object but the prototype itself.
 */
for (const name of Object.getOwnPropertyNames(Object.prototype)) {
  const { value, writable } = Object.getOwnPropertyDescriptor(Object.prototype, name)!;
  if (!writable) continue;
  Object.defineProperty(Object.prototype, name, {
    get: () => value,
    set(this: object, own: unknown) {
      if (this === Object.prototype) throw new TypeError(`${name} of all objects was about to be changed`);
      Object.defineProperty(this, name, { value: own, writable: true, enumerable: true, configurable: true });
    },
  });
}
Object.freeze(Object.prototype);
