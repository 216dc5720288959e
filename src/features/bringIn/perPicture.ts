/** Works something out once for each object, and forgets it with the object. */
export function perPicture<K extends object, V>(workOut: (one: K) => V): (one: K) => V {
  const known = new WeakMap<K, { readonly value: V }>();
  return (one) => {
    let held = known.get(one);
    if (!held) {
      held = { value: workOut(one) };
      known.set(one, held);
    }
    return held.value;
  };
}
