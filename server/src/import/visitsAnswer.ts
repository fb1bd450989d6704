export const visitsAnswer = async (_n: string, _b: Uint8Array) => ({ problems: [] as unknown[] });
