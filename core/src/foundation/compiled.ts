/** Inner loops that are compiled to WebAssembly ahead of time and come as text: there at once, in a worker as in a test. */

declare const WebAssembly: {
  readonly Module: new (bytes: Uint8Array) => object;
  readonly Instance: new (module: object, imports: object) => { readonly exports: object };
};
declare const atob: (base64: string) => string;

/** What every compiled kernel gives: its memory, whose buffer is another one whenever it has grown. */
export interface Compiled {
  readonly memory: { readonly buffer: ArrayBuffer };
}

/** The exports of a compiled kernel, made anew: it keeps its own memory. Whoever asks says what they are. */
export function instantiate(base64: string): Compiled {
  const bytes = Uint8Array.from(atob(base64), (char) => char.charCodeAt(0));
  return new WebAssembly.Instance(new WebAssembly.Module(bytes), {}).exports as Compiled;
}
