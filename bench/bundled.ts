import { build } from 'esbuild';

/** A worker's script in one piece, minified as in the built app. */
export async function bundled(entry: string): Promise<string> {
  const { outputFiles } = await build({
    entryPoints: [entry],
    bundle: true,
    write: false,
    format: 'iife',
    minify: true,
    tsconfig: 'tsconfig.json',
  });
  return outputFiles[0]!.text;
}
