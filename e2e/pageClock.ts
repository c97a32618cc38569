/** Sets a page's clock about, as the server's was when it was started: what is a weekday is the same for both. */
export function shiftClock(offsetMs: number): void {
  const Machine = Date;
  const now = () => Machine.now() + offsetMs;
  globalThis.Date = new Proxy(Machine, {
    construct: (target, given, self) => Reflect.construct(target, given.length > 0 ? given : [now()], self),
    apply: () => new Machine(now()).toString(),
    get: (target, name, self) => (name === 'now' ? now : Reflect.get(target, name, self)),
  });
}
