/** A browser’s database in memory: loaded before anything that would look for one. */
import 'fake-indexeddb/auto';
