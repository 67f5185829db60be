// Steps a process's clock by an hour, there and back, at SIGUSR2: what a wrongly set machine does.
let off = 0;
const { now } = Date;
Date.now = () => now() + off;
const RealDate = Date;
globalThis.Date = new Proxy(RealDate, {
  construct: (target, args, as) => Reflect.construct(target, args.length > 0 ? args : [now() + off], as),
  apply: () => new RealDate(now() + off).toString()
});
process.on('SIGUSR2', () => (off = off === 0 ? 3_600_000 : off > 0 ? -3_600_000 : 0));
