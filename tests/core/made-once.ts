/** Freezes a value with all that it holds; maps, sets, bytes and instances of classes stay as they are. */
function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  if (!Array.isArray(value) && Object.getPrototypeOf(value) !== Object.prototype) return value;
  Object.freeze(value);
  for (const one of Object.values(value)) frozen(one);
  return value;
}

/**
 * A fixture that is made once for each set of arguments and shared by the tests of a file: frozen, so that a test that changes it fails instead of
 * changing what others see. Arguments are told apart by identity.
 */
export function madeOnce<A extends unknown[], R>(make: (...given: A) => R): (...given: A) => R {
  const made: { given: A; result: R }[] = [];
  return (...given) => {
    let known = made.find(
      (one) => one.given.length === given.length && one.given.every((each, i) => each === given[i]),
    );
    if (!known) made.push((known = { given, result: frozen(make(...given)) }));
    return known.result;
  };
}
