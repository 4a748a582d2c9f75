/** What another tab's changes did to one's own, in words. */
import type { Conflict, ShopDocument } from '@aldrek/core/shop';
import type { EngineNews } from './shop-engine';

export interface News {
  readonly words: string;
  /** The shop with theirs in place of ours, for one click; absent where there is nothing to choose. */
  readonly theirs?: { readonly label: string; readonly shop: (now: ShopDocument) => ShopDocument };
}

const FIELD_NAMES: Readonly<Record<string, string>> = {
  length: 'length',
  width: 'width',
  thickness: 'thickness',
  place: 'place',
  species: 'species',
  tag: 'tag',
  name: 'name',
  note: 'note',
  findings: 'findings',
  plan: 'plan',
  parts: 'parts',
  brief: 'brief',
  wanted: 'wish',
};

/** “the width of P-03”. */
function conflictName({ table, id, field }: Conflict, shop: ShopDocument): string {
  const what = FIELD_NAMES[field.split('.')[0] ?? ''] ?? (field === '' ? '' : field.replaceAll('.', ' '));
  const of =
    table === 'settings'
      ? 'the settings'
      : table === 'pieces'
        ? (shop.pieces.find((piece) => piece.id === id)?.tag ?? 'a piece that is gone')
        : table === 'projects'
          ? (shop.projects.find((project) => project.id === id)?.name ?? 'a project that is gone')
          : table === 'hauls'
            ? (shop.hauls.find((haul) => haul.id === id)?.place ?? 'a haul that is gone')
            : 'an entry of the shop';
  return what === '' ? of : `the ${what} of ${of}`;
}

export function newsInWords(news: Exclude<EngineNews, { kind: 'not-stored' }>, shop: ShopDocument): News {
  if (news.kind === 'retagged') {
    const tags = news.retagged.map(({ from, to }) => `${from} is now ${to}`).join(', ');
    return { words: `Another tab has given the same tag meanwhile: ${tags}. Mend the label.` };
  }
  const { conflicts, label } = news;
  const names = conflicts.map((conflict) => conflictName(conflict, shop)).join(', ');
  const takesBack = conflicts.every(({ table, id, field, ours }) =>
    isTheirs({ table, id, field, ours }, shop),
  );
  if (takesBack) return { words: `Another tab has changed ${names} since; that was left as it is.` };
  return {
    words: `Another tab changed ${names} meanwhile. Yours (${label}) is the later and stands.`,
    theirs: {
      label: `take the other tab’s ${names}`,
      shop: (now) => conflicts.reduce(withTheirs, now),
    },
  };
}

/** Whether what stands is not ours. */
function isTheirs(
  { table, id, field, ours }: Pick<Conflict, 'table' | 'id' | 'field' | 'ours'>,
  shop: ShopDocument,
): boolean {
  const record = recordOf(shop, table, id);
  if (field === '') return ours === undefined ? record !== undefined : record === undefined;
  return JSON.stringify(valueAt(record, field.split('.'))) !== JSON.stringify(ours);
}

function recordOf(shop: ShopDocument, table: Conflict['table'], id: string): unknown {
  return table === 'settings'
    ? shop.settings
    : (shop[table] as readonly { readonly id: string }[]).find((one) => one.id === id);
}

function valueAt(value: unknown, path: readonly string[]): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return value;
  if (Array.isArray(value))
    return valueAt(
      value.find((one: unknown) => (one as { readonly id?: string } | null)?.id === key),
      rest,
    );
  return valueAt((value as Readonly<Record<string, unknown>> | undefined)?.[key], rest);
}

/** The shop with the other tab's value in one field. */
function withTheirs(shop: ShopDocument, { table, id, field, theirs }: Conflict): ShopDocument {
  const path = field === '' ? [] : field.split('.');
  if (table === 'settings')
    return { ...shop, settings: put(shop.settings, path, theirs) as ShopDocument['settings'] };
  const records = shop[table] as readonly { readonly id: string }[];
  const there = records.some((one) => one.id === id);
  const next = records.flatMap((one) => {
    if (one.id !== id) return [one];
    const value = put(one, path, theirs);
    return value === undefined ? [] : [value as { readonly id: string }];
  });
  if (!there && path.length === 0 && theirs !== undefined) next.push(theirs as { readonly id: string });
  return { ...shop, [table]: next };
}

function put(value: unknown, path: readonly string[], by: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return by;
  if (Array.isArray(value)) {
    const list = value as readonly { readonly id?: string }[];
    const there = list.some((one) => one.id === key);
    const next = list.flatMap((one) => {
      if (one.id !== key) return [one];
      const inner = put(one, rest, by);
      return inner === undefined ? [] : [inner];
    });
    return there || by === undefined ? next : [...next, by];
  }
  const { [key]: before, ...others } = (value ?? {}) as Readonly<Record<string, unknown>>;
  const inner = put(before, rest, by);
  return inner === undefined ? others : { ...others, [key]: inner };
}
