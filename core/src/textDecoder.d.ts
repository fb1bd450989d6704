/** What browsers and Node.js have alike for turning bytes into letters. */
declare class TextDecoder {
  constructor(label?: string, options?: { readonly fatal?: boolean; readonly ignoreBOM?: boolean });
  decode(bytes?: Uint8Array): string;
}
