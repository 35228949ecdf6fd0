import { Moon, Search, Sun, WifiOff } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useStore } from 'react-redux';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useSaveSettingsMutation, useWhoQuery, api, DATA_TAGS } from '../api/api';
import { flushed } from '../features/outbox/outbox-slice';
import { Failed, Loading } from '../shared/states';
import { useNewVersion } from './offline-shell';
import { PersonMenu } from './person-menu';
import { isTyping, places } from './places';
import { THEME_KEY, themeChosen } from './settings-slice';
import { useAppDispatch, useAppSelector, type RootState } from './store';
import { shownAsOf } from '../api/kept-slice';
import { dateTimeText } from '../shared/dates';
import { useStorageTrouble } from '../local/storage-trouble';
import { useChanges } from './use-changes';
import { useOnline } from './use-online';

const SignInPage = lazy(async () => ({ default: (await import('../features/sign-in/sign-in-page')).SignInPage }));
const CommandBox = lazy(async () => ({ default: (await import('./command-box')).CommandBox }));
const ShortcutSheet = lazy(async () => ({ default: (await import('./shortcut-sheet')).ShortcutSheet }));
const ChoosePassword = lazy(async () => ({ default: (await import('../features/sign-in/choose-password')).ChoosePassword }));

/** The frame around every place: a title block along the top, as on a drawing sheet. */
export function Shell() {
  const { data, error, isLoading, refetch } = useWhoQuery();
  useTheme();
  if (isLoading) return <Loading what="the shop" />;
  if (error || !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data.person)
    return (
      <Suspense fallback={<Loading what="the door" />}>
        <SignInPage who={data} />
      </Suspense>
    );
  if (data.person.mustChange)
    return (
      <Suspense fallback={<Loading what="the door" />}>
        <ChoosePassword person={data.person} />
      </Suspense>
    );
  return <SignedIn />;
}

function SignedIn() {
  useChanges();
  const [sheet, setSheet] = useState<'command' | 'shortcuts' | null>(null);
  const navigate = useNavigate();
  const { pathname } = useLocation();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'k' && (event.ctrlKey || event.metaKey)) {
        event.preventDefault();
        setSheet('command');
        return;
      }
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      const place = places.find(({ digit }) => digit === event.key);
      if (place) void navigate(place.path);
      else if (event.key === '/') {
        event.preventDefault();
        setSheet('command');
      } else if (event.key === '?') setSheet('shortcuts');
    };
    window.addEventListener('keydown', onKey);
    return () => {
      window.removeEventListener('keydown', onKey);
    };
  }, [navigate]);
  return (
    <div className="flex h-full min-h-0 flex-col">
      <a href="#place" className="bg-primary text-primary-content sr-only p-2 focus:not-sr-only">
        Skip to the place
      </a>
      <TitleBlock
        openCommand={() => {
          setSheet('command');
        }}
      />
      <NewVersion />
      <Notices />
      <main id="place" className="relative min-h-0 flex-1 overflow-auto">
        <Outlet />
      </main>
      <Suspense fallback={null}>
        {sheet === 'command' && (
          <CommandBox
            onClose={() => {
              setSheet(null);
            }}
          />
        )}
        {sheet === 'shortcuts' && (
          <ShortcutSheet
            pathname={pathname}
            onClose={() => {
              setSheet(null);
            }}
          />
        )}
      </Suspense>
    </div>
  );
}

function TitleBlock({ openCommand }: { openCommand: () => void }) {
  const { pathname } = useLocation();
  return (
    <header className="rule flex h-11 print:hidden shrink-0 items-stretch border-b-2 text-sm">
      <span className="hairline hidden items-center border-r px-4 text-base font-semibold tracking-wide lg:flex">Pentimento</span>
      <nav aria-label="Places" className="flex items-stretch overflow-x-auto">
        {places.map(({ digit, path, name: place }) => {
          const here = path === '/' ? pathname === '/' || pathname.startsWith('/builds') : pathname.startsWith(path);
          return (
            <NavLink
              key={path}
              to={path}
              aria-current={here ? 'page' : undefined}
              className={`hairline flex items-center gap-2 border-r px-3 lg:px-4 ${here ? 'bg-primary text-primary-content font-semibold' : 'hover:bg-base-200'}`}
            >
              <span className="num hidden text-xs opacity-80 md:inline">{digit}</span>
              {place}
            </NavLink>
          );
        })}
      </nav>
      <button type="button" onClick={openCommand} aria-label="Find or do" className="hover:bg-base-200 flex flex-1 items-center gap-2 px-3 text-left">
        <Search size={15} aria-hidden />
        <span className="muted hidden md:inline">
          Find a build, mold, card, or do something <kbd className="num">/</kbd>
        </span>
      </button>
      <UnitSwitch />
      <ThemeSwitch />
      <PersonMenu />
    </header>
  );
}

function UnitSwitch() {
  const { data } = useWhoQuery();
  const [save] = useSaveSettingsMutation();
  const dispatch = useAppDispatch();
  const person = data?.person;
  if (!person) return null;
  const next = person.unitSystem === 'metric' ? 'us' : 'metric';
  const change = async (): Promise<void> => {
    const result = await save({ unitSystem: next });
    if (result.data)
      dispatch(
        api.util.updateQueryData('who', undefined, (who) => {
          if (who.person) who.person.unitSystem = next;
        }),
      );
  };
  return (
    <button
      type="button"
      className="hairline hover:bg-base-200 border-l px-3 whitespace-nowrap"
      onClick={() => void change()}
      aria-label={`Units: ${person.unitSystem === 'metric' ? 'metric' : 'US shop'}. Switch`}
    >
      <span className="num">{person.unitSystem === 'metric' ? 'mm °C' : 'mil °F'}</span>
    </button>
  );
}

function ThemeSwitch() {
  const theme = useAppSelector((state) => state.settings.theme);
  const dispatch = useAppDispatch();
  const next = theme === 'paper' ? 'lamp' : 'paper';
  const Icon = theme === 'paper' ? Moon : Sun;
  return (
    <button
      type="button"
      className="hairline hover:bg-base-200 border-l px-3"
      aria-label={next === 'lamp' ? 'Dim for the shop at night' : 'Paper for the day'}
      onClick={() => {
        dispatch(themeChosen(next));
      }}
    >
      <Icon size={16} aria-hidden />
    </button>
  );
}

/** A newer program is here: it is taken when the hand is free. */
function NewVersion() {
  const take = useNewVersion();
  if (!take) return null;
  return (
    <p role="status" className="hairline flex items-center gap-3 border-b px-4 py-1 text-sm">
      A newer version of this program is here. Edits that are not saved stay.
      <button type="button" className="btn btn-xs" onClick={take}>
        Take it now
      </button>
    </p>
  );
}

const RETRY_MS = 15_000;

/** What a person must know of network and storage, wherever they are. */
function Notices() {
  const online = useOnline();
  const waiting = useAppSelector((state) => state.outbox.waiting.length);
  const asOf = useAppSelector(shownAsOf);
  const trouble = useStorageTrouble();
  const dispatch = useAppDispatch();
  const store = useStore<RootState>();
  useEffect(() => {
    if (online) dispatch(flushed('at once'));
    // The browser may think it is online while the server is away: try now and then as well.
    const timer = window.setInterval(() => {
      dispatch(flushed('if it is time'));
    }, RETRY_MS);
    return () => {
      window.clearInterval(timer);
    };
  }, [online, dispatch]);
  const old = asOf !== null;
  useEffect(() => {
    if (!old) return;
    const retry = async (): Promise<void> => {
      const asked = dispatch(api.endpoints.who.initiate(undefined, { forceRefetch: true, subscribe: false }));
      await asked;
      // Answered by the server itself: everything is asked for anew.
      if (shownAsOf(store.getState()) === null) dispatch(api.util.invalidateTags([...DATA_TAGS]));
    };
    const timer = window.setInterval(() => void retry(), RETRY_MS);
    if (online) void retry();
    return () => {
      window.clearInterval(timer);
    };
  }, [old, online, dispatch, store]);
  const lines = [
    ...(online ? [] : ['No network. Plans are kept in this browser.']),
    ...(old ? [`Shown as it was ${dateTimeText(new Date(asOf).toISOString())}; look, log and plan, saving waits for the server.`] : []),
    ...(waiting > 0 ? [`${String(waiting)} ${waiting === 1 ? 'record waits' : 'records wait'} here to be sent.`] : []),
    ...(trouble === null ? [] : [TROUBLES[trouble]]),
  ];
  if (lines.length === 0) return null;
  return (
    <p role="status" className="bg-warning text-warning-content flex items-center gap-2 px-4 py-1 text-sm">
      <WifiOff size={15} aria-hidden />
      {lines.join(' ')}
    </p>
  );
}

const TROUBLES = {
  full: 'This browser’s storage is full: what is not saved or sent is lost when this page closes. Make room, or stay until it is sent.',
  forbidden: 'This browser may not keep anything: what is not saved or sent is lost when this page closes.',
} as const;

function useTheme(): void {
  const theme = useAppSelector((state) => state.settings.theme);
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    localStorage.setItem(THEME_KEY, theme);
  }, [theme]);
}
