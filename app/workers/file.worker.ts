import { fileBytes } from './file-bytes';
import { servePieces } from './piece-port';

/** Reads files for the worker for logs, so that the two go on side by side. */
self.onmessage = ({ data }: MessageEvent<{ file: File; encoding: string; port: MessagePort }>) => {
  servePieces(data.port, () => fileBytes(data.file, data.encoding));
};
