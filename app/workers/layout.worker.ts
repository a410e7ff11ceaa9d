// The layout of nets, as its library ships it: it answers messages by itself.
import 'elkjs/lib/elk-worker.min.js';
