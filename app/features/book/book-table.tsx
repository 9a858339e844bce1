import type { MachineView, RecipeSummary } from '@keen-anvil/contract';
import { processOf } from '@keen-anvil/core/recipes';
import { Button, CheckBox, Input } from '../../ui/elements';
import { Icon } from '../../ui/icon';
import {
  createColumnHelper,
  getCoreRowModel,
  useReactTable,
  type RowSelectionState,
  type SortingState,
} from '@tanstack/react-table';
import { useLocalSearchParams, useRouter } from 'expo-router';
import { useCallback, useMemo, useRef, useState } from 'react';
import { Pressable, View, type TextInput } from 'react-native';
import { useHotkeys } from 'react-hotkeys-hook';
import { LongList } from '../../ui/long-list';
import { LinkPress } from '../../ui/link-press';
import { ProcessMark, Swatch, TemperMark } from '../../ui/marks';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useScreenTitle } from '../../ui/screen-title';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, AsDialled, Body, Strong, Title } from '../../ui/type';
import { whenSaid } from '../../ui/when';
import { useBench } from './bench-query';
import { useMachines } from '../shop/queries';
import { useFilter } from './book-list';
import type { BookFilter } from './filter';
import { FilterBar } from './filter-bar';
import { useNails, useRecipes } from './queries';
import { ReadAs } from './read-as';
import { sayFound } from './say-found';
import { settingsText } from './settings-line';
import { Shortcuts } from './shortcuts';
import { TakeAlong } from './take-along';

const column = createColumnHelper<RecipeSummary>();
/** How wide each column is, as shares; the sorting that the server knows by the same name. */
const COLUMNS = [
  column.accessor((recipe) => recipe.material.name, { id: 'material', header: 'Material', size: 25 }),
  column.accessor((recipe) => processOf(recipe.process).label, { id: 'process', header: 'Process', size: 16 }),
  column.accessor((recipe) => recipe.machine.name, { id: 'machine', header: 'Machine, tool', size: 18 }),
  column.accessor((recipe) => settingsText(recipe.settings), {
    id: 'settings',
    header: 'Numbers',
    size: 34,
    enableSorting: false,
  }),
  column.accessor((recipe) => recipe.temper.temper, { id: 'temper', header: 'Temper', size: 11 }),
  column.accessor((recipe) => recipe.lastUsedAt, { id: 'used', header: 'Last used', size: 14 }),
];

/** The book as a table for a wide screen: sorted by its heads, walked by keyboard, chosen from. */
export function BookTable() {
  const { paper, rule, card, quench, slate } = useTokens();
  useScreenTitle('Book, as a table');
  const router = useRouter();
  const params = useLocalSearchParams<Record<string, string>>();
  const filter = useFilter(params);
  const recipes = useRecipes(filter, 100);
  const rows = useMemo(() => recipes.data?.pages.flatMap((page) => page.recipes) ?? [], [recipes.data]);
  const first = recipes.data?.pages[0];
  const [selection, setSelection] = useState<RowSelectionState>({});
  const [current, setCurrent] = useState(0);
  const [isTaking, setTaking] = useState(false);
  const [isHelping, setHelping] = useState(false);
  const find = useRef<TextInput>(null);
  const machines = useMachines().data;
  const nails = useNails();
  const nailed = useBench().data?.nailed.map((recipe) => recipe.id);
  const set = (change: BookFilter) => router.setParams(change as Record<string, string>);
  const sorting: SortingState = filter.sort ? [{ id: filter.sort, desc: filter.order === 'down' }] : [];
  // The table is made anew with every render; nothing below is memoized over it.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: rows,
    columns: COLUMNS,
    getRowId: (recipe) => recipe.id,
    state: { sorting, rowSelection: selection },
    // The server sorts: only it has all the rows.
    manualSorting: true,
    onSortingChange: (update) => {
      const [next] = typeof update === 'function' ? update(sorting) : update;
      set({ sort: next?.id ?? '', order: next?.desc ? 'down' : '' });
    },
    onRowSelectionChange: setSelection,
    getCoreRowModel: getCoreRowModel(),
  });
  const modelRows = table.getRowModel().rows;
  const at = Math.min(current, Math.max(0, modelRows.length - 1));
  const chosen = Object.keys(selection).filter((id) => selection[id]);
  const openAt = (index: number, path: '/book/[id]' | '/book/[id]/dial' = '/book/[id]') =>
    modelRows[index] && router.push({ pathname: path, params: { id: modelRows[index].id } });
  const step = (by: number) => setCurrent(Math.min(Math.max(0, at + by), modelRows.length - 1));
  useHotkeys('down', () => step(1), { preventDefault: true });
  useHotkeys('up', () => step(-1), { preventDefault: true });
  useHotkeys('pagedown', () => step(10), { preventDefault: true });
  useHotkeys('pageup', () => step(-10), { preventDefault: true });
  useHotkeys('enter', () => void openAt(at), { preventDefault: true });
  useHotkeys('d', () => void openAt(at, '/book/[id]/dial'));
  useHotkeys('x', () => modelRows[at]?.toggleSelected());
  useHotkeys(
    'n',
    () =>
      nailed &&
      modelRows[at] &&
      nails.mutate(
        nailed.includes(modelRows[at].id)
          ? nailed.filter((id) => id !== modelRows[at].id)
          : [...nailed, modelRows[at].id],
      ),
  );
  useHotkeys('f', () => find.current?.focus(), { preventDefault: true });
  useHotkeys('t', () => setTaking(true));
  useHotkeys('?', () => setHelping(true), { useKey: true });
  const { hasNextPage, isFetching, fetchNextPage } = recipes;
  const more = useCallback(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
  return (
    <View style={{ flex: 1, backgroundColor: paper, padding: SPACE.wide, gap: SPACE.base }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.wide }}>
        <Title>Book</Title>
        <Aside>{first ? sayFound(first) : ''}</Aside>
        <View style={{ flex: 1 }} />
        <TextKey
          title="As cards"
          icon="card-text-outline"
          onPress={() => router.replace({ pathname: '/book', params: { ...filter } })}
        />
        <TextKey
          title="Keys"
          icon="keyboard-outline"
          label="Keys: what the keyboard does"
          onPress={() => setHelping(true)}
        />
        <TextKey
          title={chosen.length ? `Take ${chosen.length} along` : 'Take along'}
          icon="bag-personal-outline"
          onPress={() => setTaking(true)}
        />
        <Button title="New recipe" onPress={() => router.push('/book/new')} />
      </View>
      <View style={{ flexDirection: 'row', gap: SPACE.wide, alignItems: 'center' }}>
        <View style={{ width: 360 }}>
          <Input
            ref={find as never}
            aria-label="Find a recipe"
            placeholder="navy vinyl, birch 3, force 18 …"
            value={params.search ?? ''}
            onChangeText={(search) => set({ search })}
            onKeyPress={(event) =>
              (event.nativeEvent as unknown as KeyboardEvent).key === 'Escape' && find.current?.blur()
            }
            renderErrorMessage={false}
          />
        </View>
        <View style={{ flex: 1 }}>
          <FilterBar filter={filter} onChange={set} />
        </View>
      </View>
      {first ? <ReadAs read={first.read} /> : null}
      {recipes.isPending ? <Waiting lines={6} /> : null}
      {recipes.isError ? <Trouble error={recipes.error} retry={() => void recipes.refetch()} /> : null}
      {first?.total === 0 ? (
        <Nothing title="No recipe has all of this">Try fewer words, or take a filter off.</Nothing>
      ) : null}
      <View
        role="table"
        aria-label="Recipes"
        style={{ flex: 1, borderWidth: 1, borderColor: rule, backgroundColor: card }}
      >
        <View role="row" style={{ flexDirection: 'row', borderBottomWidth: 2, borderColor: rule, paddingLeft: 48 }}>
          {table.getFlatHeaders().map((header) => {
            const sorted = header.column.getIsSorted();
            return (
              <Pressable
                key={header.id}
                role="columnheader"
                aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                aria-label={String(header.column.columnDef.header)}
                disabled={!header.column.getCanSort()}
                onPress={() => header.column.toggleSorting()}
                style={{
                  flex: header.column.columnDef.size,
                  minHeight: 44,
                  justifyContent: 'center',
                  paddingHorizontal: SPACE.small,
                }}
              >
                <Strong style={{ color: sorted ? quench : slate }}>
                  {String(header.column.columnDef.header)}
                  {sorted === 'asc' ? ' ▲' : sorted === 'desc' ? ' ▼' : ''}
                </Strong>
              </Pressable>
            );
          })}
        </View>
        <LongList
          place={`table ${JSON.stringify(filter)}`}
          items={rows}
          keyOf={(recipe) => recipe.id}
          rowPx={ROW}
          current={at}
          onNearEnd={more}
          renderItem={(recipe, index) => (
            <TableRow
              recipe={recipe}
              machine={machines?.find((m) => m.id === recipe.machine.id)}
              isCurrent={index === at}
              isChosen={Boolean(selection[recipe.id])}
              onPress={() => {
                setCurrent(index);
                openAt(index);
              }}
              onChoose={() => modelRows[index].toggleSelected()}
            />
          )}
        />
      </View>
      <TakeAlong isOpen={isTaking} recipeIds={chosen} onClose={() => setTaking(false)} />
      <Shortcuts isOpen={isHelping} onClose={() => setHelping(false)} />
    </View>
  );
}

const ROW = 52;

function TableRow({
  recipe,
  machine,
  isCurrent,
  isChosen,
  onPress,
  onChoose,
}: {
  recipe: RecipeSummary;
  machine: MachineView | undefined;
  isCurrent: boolean;
  isChosen: boolean;
  onPress: () => void;
  onChoose: () => void;
}) {
  const { rule, paper, quench, slate } = useTokens();
  const cell = (size: number) => ({ flex: size, paddingHorizontal: SPACE.small, justifyContent: 'center' as const });
  const [material, process, place, settings, temper, used] = COLUMNS.map((c) => cell(c.size ?? 10));
  return (
    <View
      role="row"
      aria-selected={isChosen}
      style={{
        flexDirection: 'row',
        minHeight: ROW,
        paddingVertical: 3,
        alignItems: 'stretch',
        borderBottomWidth: 1,
        borderColor: rule,
        backgroundColor: isCurrent ? paper : 'transparent',
        borderLeftWidth: 4,
        borderLeftColor: isCurrent ? quench : 'transparent',
      }}
    >
      <View role="cell" style={{ justifyContent: 'center' }}>
        <CheckBox
          {...{ 'aria-checked': isChosen }}
          checked={isChosen}
          onPress={onChoose}
          checkedIcon={<Icon name="checkbox-marked" size={24} color={quench} />}
          uncheckedIcon={<Icon name="checkbox-blank-outline" size={24} color={slate} />}
          containerStyle={{
            backgroundColor: 'transparent',
            padding: 0,
            margin: 0,
            marginLeft: 2,
            marginRight: 0,
            width: 44,
            minHeight: 44,
            justifyContent: 'center',
          }}
          accessibilityLabel={`Choose ${recipe.material.name}, ${recipe.machine.name}`}
        />
      </View>
      {/* The whole row opens it for a pointer; for keys and screen readers the link in it does. */}
      <View {...{ onClick: onPress }} style={{ flex: 1, flexDirection: 'row', cursor: 'pointer' }}>
        <View role="cell" style={material}>
          <LinkPress
            href={{ pathname: '/book/[id]', params: { id: recipe.id } }}
            onGo={onPress}
            style={{
              flexDirection: 'row',
              alignItems: 'center',
              justifyContent: 'flex-start',
              gap: SPACE.small,
              minHeight: 44,
            }}
          >
            <Swatch colour={recipe.material.colour} size={22} />
            <Body style={{ flexShrink: 1 }}>{recipe.material.name}</Body>
          </LinkPress>
        </View>
        <View role="cell" style={process}>
          <ProcessMark process={recipe.process} />
        </View>
        <View role="cell" style={place}>
          <Body numberOfLines={1}>{recipe.machine.name}</Body>
          <Aside numberOfLines={1}>{recipe.tool.name}</Aside>
        </View>
        <View role="cell" style={settings}>
          <AsDialled>
            <Body style={{ fontSize: 15, lineHeight: 19 }}>{settingsText(recipe.settings, machine)}</Body>
          </AsDialled>
        </View>
        <View role="cell" style={temper}>
          <TemperMark temper={recipe.temper.temper} />
        </View>
        <View role="cell" style={used}>
          <Aside numberOfLines={2}>{recipe.lastUsedAt ? whenSaid(recipe.lastUsedAt) : 'not yet'}</Aside>
        </View>
      </View>
    </View>
  );
}
