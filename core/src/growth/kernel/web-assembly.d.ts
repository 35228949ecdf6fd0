/** What of the platform's WebAssembly the kernel needs; core knows no browser and no server. */
declare namespace WebAssembly {
  class Memory {
    constructor(size: { readonly initial: number });
    readonly buffer: ArrayBuffer;
    grow(pages: number): number;
  }
  class Module {
    constructor(bytes: Uint8Array<ArrayBuffer>);
  }
  class Instance {
    constructor(module: Module, imports: { readonly env: { readonly memory: Memory; readonly pow: (x: number, y: number) => number } });
    readonly exports: object;
  }
}

declare function atob(base64: string): string;
