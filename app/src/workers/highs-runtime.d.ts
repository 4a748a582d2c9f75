/** The solver’s WASM, as the path of the file that the build ships. */
declare module 'highs/runtime' {
  const path: string;
  export default path;
}
