/** Values by prefix, found by walking the text's letters once: no piece of the text is cut out on the way. */
export interface PrefixTree<Value> {
  /** The value at a prefix, made by `make` where there is none yet. */
  at(prefix: string, make: () => Value): Value;
  /** The value of the longest prefix of `text` that has one which `fits`. */
  longest(text: string, fits: (value: Value) => boolean): Value | undefined;
}

interface Node<Value> {
  value: Value | undefined;
  readonly next: Map<number, Node<Value>>;
}

export function prefixTree<Value>(): PrefixTree<Value> {
  const node = (): Node<Value> => ({ value: undefined, next: new Map() });
  const root = node();
  return {
    at(prefix, make) {
      let here = root;
      for (let place = 0; place < prefix.length; place++) {
        const code = prefix.charCodeAt(place);
        let child = here.next.get(code);
        if (child === undefined) here.next.set(code, (child = node()));
        here = child;
      }
      return (here.value ??= make());
    },
    longest(text, fits) {
      let found: Value | undefined;
      let here: Node<Value> | undefined = root;
      for (let place = 0; place < text.length; place++) {
        here = here.next.get(text.charCodeAt(place));
        if (here === undefined) break;
        if (here.value !== undefined && fits(here.value)) found = here.value;
      }
      return found;
    },
  };
}
