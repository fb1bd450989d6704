// Runs in each page of the ordeal before its own scripts: a clock that is off, and a device without room, as localStorage says.
/* global localStorage, IDBObjectStore, DOMException */
const RightDate = Date;
const offMs = () => Number(localStorage.getItem('ordeal.clockOffMs') ?? '0');

globalThis.Date = class extends RightDate {
  constructor(...given) {
    if (given.length === 0) super(RightDate.now() + offMs());
    else super(...given);
  }
  static now() {
    return RightDate.now() + offMs();
  }
};

// A browser has no switch for this: what is to be kept is refused as it is when there is no room.
for (const name of ['add', 'put']) {
  const keep = IDBObjectStore.prototype[name];
  IDBObjectStore.prototype[name] = function (...given) {
    if (localStorage.getItem('ordeal.full') === null) return keep.apply(this, given);
    this.transaction.abort();
    throw new DOMException('The device is full.', 'QuotaExceededError');
  };
}
