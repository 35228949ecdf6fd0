import { createApi } from '@reduxjs/toolkit/query/react';
import { keepingQuery } from './keeping-query';
import { withSentLately } from './sent-lately';
import type { components } from './schema';

type Schemas = components['schemas'];
export type Person = Schemas['PersonDto'];
export type Who = Schemas['WhoDto'];
export type Device = Schemas['DeviceDto'];
export type ShopPlan = Schemas['ShopPlanDto'];
export type ShopPlanHead = Schemas['ShopPlanHeadDto'];
export type Feed = Schemas['FeedDto'];
export type RightsChange = Schemas['RightsChangeDto'];
export type Build = Schemas['BuildDto'];
export type BuildHead = Schemas['BuildHeadDto'];
export type Builds = Schemas['BuildsDto'];
export type VersionHead = Schemas['VersionHeadDto'];
export type Version = Schemas['VersionDto'];
export type Mold = Schemas['MoldDto'];
export type MoldHead = Schemas['MoldHeadDto'];
export type MoldRecord = Schemas['MoldRecordDto'];
export type Rack = Schemas['RackDto'];
export type Instrument = Schemas['InstrumentDto'];
export type InstrumentReading = Schemas['LatestDto'];
export type Watch = Schemas['WatchDto'];
export type ReleaseForecast = Schemas['ForecastDto'];
export type Sibling = Schemas['SiblingDto'];
export type Card = Schemas['VersionedCardDto'];
export type CardHistory = Schemas['CardHistoryDto'];
export type CupTestRecord = Schemas['CupTestDto'];
export type LaminateRecord = Schemas['LaminateRecordDto'];
export type NewMold = Schemas['NewMoldDto'];
export type NewMoldEntry = Schemas['NewMoldEntryDto'];
export type TreatmentsDue = Schemas['TreatmentsDueDto'];
export type NewPull = Schemas['NewPullDto'];
export type SavedShop = Schemas['SavedShopDto'];
export type Lot = Schemas['LotDto'];
export type NewLot = Schemas['NewLotDto'];
export type NewPhoto = Schemas['NewPhotoDto'];
export type StepEntry = Schemas['StepEntryDto'];
export type NewStepEntry = Schemas['NewStepEntryDto'];
export type NewTreatment = Schemas['NewTreatmentDto'];

/** Everything that the server says besides who is here. */
export const DATA_TAGS = [
  'Builds',
  'Molds',
  'Cards',
  'CupTests',
  'People',
  'Devices',
  'Feeds',
  'Rights',
  'BuildLog',
  'Lots',
  'Instruments',
  'Shop',
  'ShopPlans',
] as const;

/** Which part of the rack, and what stands first. */
export interface RackPage extends Page {
  readonly order?: 'due' | 'part' | 'customer';
}

/** Which part of a list. */
export interface Page {
  readonly search?: string;
  readonly offset?: number;
  readonly limit?: number;
}

export const api = createApi({
  reducerPath: 'api',
  baseQuery: keepingQuery,
  tagTypes: ['Who', ...DATA_TAGS],
  refetchOnReconnect: true,
  endpoints: (build) => ({
    who: build.query<Who, void>({ query: () => 'auth/who', providesTags: ['Who'] }),
    signIn: build.mutation<Who, Schemas['SignInDto']>({ query: (body) => ({ url: 'auth/sign-in', method: 'POST', body }) }),
    demoSignIn: build.mutation<Who, Schemas['DemoSignInDto']>({ query: (body) => ({ url: 'auth/demo-sign-in', method: 'POST', body }) }),
    setup: build.mutation<Who, Schemas['NewPersonDto']>({ query: (body) => ({ url: 'auth/setup', method: 'POST', body }) }),
    signOut: build.mutation<Who, void>({ query: () => ({ url: 'auth/sign-out', method: 'POST' }) }),
    switchPerson: build.mutation<Who, Schemas['SwitchDto']>({ query: (body) => ({ url: 'auth/switch', method: 'POST', body }) }),
    changePassword: build.mutation<Person, Schemas['NewPasswordDto']>({
      query: (body) => ({ url: 'people/me/password', method: 'PUT', body }),
      invalidatesTags: ['Who', 'Rights'],
    }),
    setCode: build.mutation<void, Schemas['NewCodeDto']>({
      query: (body) => ({ url: 'people/me/code', method: 'PUT', body }),
      invalidatesTags: ['Who', 'Rights'],
    }),
    signOutEverywhere: build.mutation<void, void>({
      query: () => ({ url: 'people/me/sign-out-everywhere', method: 'POST' }),
      invalidatesTags: ['Who'],
    }),
    changePerson: build.mutation<Person, { id: string; body: Schemas['PersonChangeDto'] }>({
      query: ({ id, body }) => ({ url: `people/${id}`, method: 'PATCH', body }),
      invalidatesTags: ['People', 'Rights', 'Who'],
    }),
    giveOneTimeWord: build.mutation<Schemas['OneTimeWordDto'], string>({
      query: (id) => ({ url: `people/${id}/one-time-word`, method: 'POST' }),
      invalidatesTags: ['People', 'Rights'],
    }),
    rightsChanges: build.query<RightsChange[], void>({ query: () => 'people/changes', providesTags: ['Rights'] }),
    feeds: build.query<Feed[], void>({ query: () => 'feeds', providesTags: ['Feeds'] }),
    makeFeed: build.mutation<Schemas['MadeFeedDto'], Schemas['NewFeedDto']>({
      query: (body) => ({ url: 'feeds', method: 'POST', body }),
      invalidatesTags: ['Feeds', 'Rights'],
    }),
    withdrawFeed: build.mutation<null, string>({
      query: (id) => ({ url: `feeds/${id}/withdraw`, method: 'POST' }),
      invalidatesTags: ['Feeds', 'Rights'],
    }),
    devices: build.query<Device[], void>({ query: () => 'devices', providesTags: ['Devices'] }),
    trustDevice: build.mutation<Device, Schemas['NewDeviceDto']>({
      query: (body) => ({ url: 'devices', method: 'POST', body }),
      invalidatesTags: ['Devices', 'Who', 'Rights'],
    }),
    forgetDevice: build.mutation<void, string>({
      query: (id) => ({ url: `devices/${id}/forget`, method: 'POST' }),
      invalidatesTags: ['Devices', 'Who', 'Rights'],
    }),
    people: build.query<Person[], void>({ query: () => 'people', providesTags: ['People'] }),
    addPerson: build.mutation<Person, Schemas['NewPersonDto']>({
      query: (body) => ({ url: 'people', method: 'POST', body }),
      invalidatesTags: ['People', 'Rights'],
    }),
    saveSettings: build.mutation<Person, Schemas['MySettingsDto']>({ query: (body) => ({ url: 'people/me', method: 'PATCH', body }) }),
    builds: build.query<Builds, Page & { finished?: 'yes' | 'no'; units?: 'metric' | 'us' }>({
      query: (params) => ({ url: 'builds', params }),
      providesTags: ['Builds', 'Cards', 'Molds'],
    }),
    siblings: build.query<Sibling[], { part: string; but: string }>({
      query: (params) => ({ url: 'builds/siblings', params }),
      providesTags: ['Builds', 'Molds'],
    }),
    build: build.query<Build, string>({ query: (id) => `builds/${id}`, providesTags: ['Builds'] }),
    versions: build.query<VersionHead[], string>({ query: (id) => `builds/${id}/versions`, providesTags: ['Builds'] }),
    createBuild: build.mutation<Build, Schemas['NewBuildDto']>({
      query: (body) => ({ url: 'builds', method: 'POST', body }),
      invalidatesTags: ['Builds'],
    }),
    saveVersion: build.mutation<Build, { id: string; body: Schemas['NewVersionDto'] }>({
      query: ({ id, body }) => ({ url: `builds/${id}/versions`, method: 'POST', body }),
      invalidatesTags: ['Builds'],
    }),
    finishBuild: build.mutation<Mold, { id: string; body: Schemas['FinishBuildDto'] }>({
      query: ({ id, body }) => ({ url: `builds/${id}/finish`, method: 'POST', body }),
      invalidatesTags: ['Builds', 'Molds'],
    }),
    cards: build.query<Card[], void>({ query: () => 'cards', providesTags: ['Cards'] }),
    saveCard: build.mutation<Card, { id: string; body: Schemas['NewCardVersionDto'] }>({
      query: ({ id, body }) => ({ url: `cards/${id}/versions`, method: 'POST', body }),
      invalidatesTags: ['Cards'],
    }),
    cardHistory: build.query<CardHistory[], string>({ query: (id) => `cards/${id}/versions`, providesTags: ['Cards'] }),
    /** Given versions of given cards; they never change, so they are kept. */
    keptCards: build.query<Card[], readonly { id: string; version: number }[]>({
      queryFn: async (wanted, _api, _extra, fetch) => {
        const answers = await Promise.all(wanted.map(async ({ id, version }) => await fetch(`cards/${id}/versions/${String(version)}`)));
        const failed = answers.find(({ error }) => error);
        if (failed?.error) return { error: failed.error };
        return { data: answers.flatMap(({ data }) => (isCard(data) ? [data] : [])) };
      },
      keepUnusedDataFor: 3600,
    }),
    createCard: build.mutation<Card, Schemas['NewCardDto']>({
      query: (body) => ({ url: 'cards', method: 'POST', body }),
      invalidatesTags: ['Cards'],
    }),
    importCards: build.mutation<Card[], Schemas['ImportCardsDto']>({
      query: (body) => ({ url: 'cards/import', method: 'POST', body }),
      invalidatesTags: ['Cards'],
    }),
    cupTests: build.query<CupTestRecord[], string>({ query: (cardId) => `cards/${cardId}/cup-tests`, providesTags: ['CupTests'] }),
    addCupTest: build.mutation<CupTestRecord, { cardId: string; body: Schemas['NewCupTestDto'] }>({
      query: ({ cardId, body }) => ({ url: `cards/${cardId}/cup-tests`, method: 'POST', body }),
      invalidatesTags: ['CupTests'],
    }),
    laminateRecords: build.query<LaminateRecord[], string>({ query: (cardId) => `cards/${cardId}/laminate-records`, providesTags: ['CupTests'] }),
    addLaminateRecord: build.mutation<LaminateRecord, { cardId: string; body: Schemas['NewLaminateRecordDto'] }>({
      query: ({ cardId, body }) => ({ url: `cards/${cardId}/laminate-records`, method: 'POST', body }),
      invalidatesTags: ['CupTests'],
    }),
    molds: build.query<Rack, RackPage>({ query: (params) => ({ url: 'molds', params }), providesTags: ['Molds'] }),
    likelyToFight: build.query<Schemas['LikelyDto'], void>({ query: () => 'molds/likely-to-fight', providesTags: ['Molds'] }),
    moldForecast: build.query<ReleaseForecast, string>({ query: (id) => `molds/${id}/forecast`, providesTags: ['Molds'] }),
    mold: build.query<Mold, string>({ query: (id) => `molds/${id}`, providesTags: ['Molds'] }),
    /** A page of a mold's logbook, after the end of the one before */
    moldRecords: build.query<Schemas['LogbookDto'], { id: string; after?: string }>({
      query: ({ id, after }) => ({ url: `molds/${id}/records`, params: { after } }),
      providesTags: ['Molds'],
    }),
    findingRates: build.query<Schemas['FindingRateDto'][], void>({ query: () => 'molds/finding-rates', providesTags: ['Molds', 'BuildLog'] }),
    treatmentsDue: build.query<TreatmentsDue, void>({ query: () => 'molds/treatments-due', providesTags: ['Molds'] }),
    addMold: build.mutation<MoldHead, NewMold>({ query: (body) => ({ url: 'molds', method: 'POST', body }), invalidatesTags: ['Molds'] }),
    addMolds: build.mutation<Schemas['MadeMoldsDto'], NewMold[]>({
      query: (molds) => ({ url: 'molds/list', method: 'POST', body: { molds } }),
      invalidatesTags: ['Molds'],
    }),
    addMoldEntry: build.mutation<MoldHead, { moldId: string; body: NewMoldEntry }>({
      query: ({ moldId, body }) => ({ url: `molds/${moldId}/entries`, method: 'POST', body }),
      invalidatesTags: ['Molds'],
    }),
    undoMoldEntry: build.mutation<MoldHead, { moldId: string; entryId: string; body: Schemas['UndoDto'] }>({
      query: ({ moldId, entryId, body }) => ({ url: `molds/${moldId}/entries/${entryId}/undo`, method: 'POST', body }),
      invalidatesTags: ['Molds'],
    }),
    addMoldPhoto: build.mutation<Schemas['PhotoDto'], { moldId: string; body: NewPhoto }>({
      query: ({ moldId, body }) => ({ url: `molds/${moldId}/photos`, method: 'POST', body }),
    }),
    addPull: build.mutation<MoldHead, { moldId: string; body: NewPull }>({
      query: ({ moldId, body }) => ({ url: `molds/${moldId}/pulls`, method: 'POST', body }),
      invalidatesTags: ['Molds'],
    }),
    undoPull: build.mutation<MoldHead, { moldId: string; pullId: string; body: Schemas['UndoDto'] }>({
      query: ({ moldId, pullId, body }) => ({ url: `molds/${moldId}/pulls/${pullId}/undo`, method: 'POST', body }),
      invalidatesTags: ['Molds'],
    }),
    buildLog: build.query<StepEntry[], string>({
      query: (id) => `builds/${id}/log`,
      transformResponse: (lines: StepEntry[], _meta, id) => withSentLately(id, lines),
      providesTags: ['BuildLog'],
    }),
    addStepEntry: build.mutation<StepEntry[], { buildId: string; body: NewStepEntry }>({
      query: ({ buildId, body }) => ({ url: `builds/${buildId}/log`, method: 'POST', body }),
      invalidatesTags: ['BuildLog', 'Builds'],
    }),
    addPhoto: build.mutation<Schemas['PhotoDto'], { buildId: string; body: NewPhoto }>({
      query: ({ buildId, body }) => ({ url: `builds/${buildId}/photos`, method: 'POST', body }),
    }),
    shop: build.query<SavedShop, void>({ query: () => 'shop/calendar', providesTags: ['Shop'] }),
    saveShop: build.mutation<SavedShop, Schemas['NewShopDto']>({
      query: (body) => ({ url: 'shop/calendar', method: 'PUT', body }),
      invalidatesTags: ['Shop'],
    }),
    shopFigures: build.query<Schemas['ShopFiguresDto'], void>({ query: () => 'shop/figures', providesTags: ['BuildLog'] }),
    shopPlans: build.query<ShopPlanHead[], void>({ query: () => 'shop/plans', providesTags: ['ShopPlans'] }),
    shopPlan: build.query<ShopPlan, string>({ query: (id) => `shop/plans/${id}`, providesTags: ['ShopPlans'] }),
    askShopPlan: build.mutation<ShopPlan, Schemas['NewShopPlanDto']>({
      query: (body) => ({ url: 'shop/plans', method: 'POST', body }),
      invalidatesTags: ['ShopPlans'],
    }),
    stopShopPlan: build.mutation<null, string>({
      query: (id) => ({ url: `shop/plans/${id}/stop`, method: 'POST' }),
      invalidatesTags: ['ShopPlans'],
    }),
    lots: build.query<Lot[], void>({ query: () => 'lots', providesTags: ['Lots'] }),
    addLot: build.mutation<Lot, NewLot>({ query: (body) => ({ url: 'lots', method: 'POST', body }), invalidatesTags: ['Lots'] }),
    changeLot: build.mutation<Lot, { id: string; body: Schemas['LotChangeDto'] }>({
      query: ({ id, body }) => ({ url: `lots/${id}`, method: 'PATCH', body }),
      invalidatesTags: ['Lots'],
    }),
    /** Moments by this device's clock, which may not be the server's. */
    instruments: build.query<Instrument[], void>({
      query: () => 'instruments',
      transformResponse: (instruments: Instrument[], meta) => {
        const sent = Date.parse(meta?.response?.headers.get('date') ?? '');
        const aheadMs = Number.isNaN(sent) ? 0 : Date.now() - sent;
        const here = (at: string): string => new Date(Date.parse(at) + aheadMs).toISOString();
        return instruments.map((instrument) => ({ ...instrument, latest: instrument.latest.map((one) => ({ ...one, at: here(one.at) })) }));
      },
      providesTags: ['Instruments'],
    }),
    addInstrument: build.mutation<Schemas['InstrumentKeyDto'], Schemas['NewInstrumentDto']>({
      query: (body) => ({ url: 'instruments', method: 'POST', body }),
      invalidatesTags: ['Instruments'],
    }),
    endInstrument: build.mutation<null, string>({
      query: (id) => ({ url: `instruments/${id}/end`, method: 'POST' }),
      invalidatesTags: ['Instruments'],
    }),
    tareInstrument: build.mutation<null, string>({ query: (id) => ({ url: `instruments/${id}/tare`, method: 'POST' }) }),
    watches: build.query<Watch[], string>({ query: (buildId) => `builds/${buildId}/watches`, providesTags: ['Instruments'] }),
    addWatch: build.mutation<Watch[], { instrumentId: string; body: Schemas['NewWatchDto'] }>({
      query: ({ instrumentId, body }) => ({ url: `instruments/${instrumentId}/watches`, method: 'POST', body }),
      invalidatesTags: ['Instruments'],
    }),
    endWatch: build.mutation<null, string>({ query: (id) => ({ url: `watches/${id}/end`, method: 'POST' }), invalidatesTags: ['Instruments'] }),
    undoTreatment: build.mutation<MoldHead, { moldId: string; treatmentId: string; body: Schemas['UndoDto'] }>({
      query: ({ moldId, treatmentId, body }) => ({ url: `molds/${moldId}/treatments/${treatmentId}/undo`, method: 'POST', body }),
      invalidatesTags: ['Molds'],
    }),
    addTreatment: build.mutation<MoldHead, { moldId: string; body: NewTreatment }>({
      query: ({ moldId, body }) => ({ url: `molds/${moldId}/treatments`, method: 'POST', body }),
      invalidatesTags: ['Molds'],
    }),
  }),
});

function isCard(value: unknown): value is Card {
  return typeof value === 'object' && value !== null && 'values' in value && 'version' in value;
}

export const {
  useWhoQuery,
  useSignInMutation,
  useDemoSignInMutation,
  useSetupMutation,
  useSignOutMutation,
  useSwitchPersonMutation,
  useChangePasswordMutation,
  useSetCodeMutation,
  useSignOutEverywhereMutation,
  useChangePersonMutation,
  useGiveOneTimeWordMutation,
  useRightsChangesQuery,
  useDevicesQuery,
  useFeedsQuery,
  useShopFiguresQuery,
  useShopPlansQuery,
  useShopPlanQuery,
  useAskShopPlanMutation,
  useStopShopPlanMutation,
  useMakeFeedMutation,
  useWithdrawFeedMutation,
  useTrustDeviceMutation,
  useForgetDeviceMutation,
  usePeopleQuery,
  useAddPersonMutation,
  useSaveSettingsMutation,
  useBuildLogQuery,
  useLotsQuery,
  useSaveShopMutation,
  useShopQuery,
  useAddLotMutation,
  useChangeLotMutation,
  useBuildsQuery,
  useSiblingsQuery,
  useBuildQuery,
  useVersionsQuery,
  useCreateBuildMutation,
  useSaveVersionMutation,
  useFinishBuildMutation,
  useCardsQuery,
  useSaveCardMutation,
  useCardHistoryQuery,
  useKeptCardsQuery,
  useCreateCardMutation,
  useImportCardsMutation,
  useCupTestsQuery,
  useAddCupTestMutation,
  useLaminateRecordsQuery,
  useAddLaminateRecordMutation,
  useMoldsQuery,
  useFindingRatesQuery,
  useTreatmentsDueQuery,
  useAddMoldMutation,
  useAddMoldsMutation,
  useUndoMoldEntryMutation,
  useLikelyToFightQuery,
  useMoldForecastQuery,
  useMoldQuery,
  useMoldRecordsQuery,
  useInstrumentsQuery,
  useAddInstrumentMutation,
  useEndInstrumentMutation,
  useTareInstrumentMutation,
  useWatchesQuery,
  useAddWatchMutation,
  useEndWatchMutation,
  useAddPullMutation,
  useUndoPullMutation,
  useUndoTreatmentMutation,
  useAddTreatmentMutation,
} = api;
