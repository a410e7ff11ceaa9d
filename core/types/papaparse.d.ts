/** The part of papaparse that Coulan calls. Its published types pull Node's into the browser program. */
declare module 'papaparse' {
  interface ParseConfig {
    delimiter?: string;
    newline?: string;
    preview?: number;
    skipEmptyLines?: boolean | 'greedy';
  }
  interface ParseResult {
    data: string[][];
    errors: { type: string; code: string; row?: number }[];
    meta: { delimiter: string };
  }
  interface StreamConfig {
    delimiter: string;
    encoding: string;
    chunkSize: number;
    skipEmptyLines: boolean;
    chunk: (results: ParseResult & { meta: { cursor: number } }, parser: { abort(): void }) => void;
    complete: () => void;
    error: (error: Error) => void;
  }
  const Papa: {
    parse(text: string, config: ParseConfig): ParseResult;
    unparse(rows: readonly (readonly (string | number)[])[], config?: { escapeFormulae?: boolean | RegExp }): string;
    parse(file: Blob, config: StreamConfig): void;
  };
  export default Papa;
}
