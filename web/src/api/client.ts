import createClient, { type Middleware } from "openapi-fetch";
import type { components, paths } from "./schema.gen";

export type Home = components["schemas"]["HomeOut"];
export type Codename = components["schemas"]["CodenameOut"];
export type GuideLine = components["schemas"]["GuideLineOut"];
export type GuideList = components["schemas"]["GuidesOut"];
export type Page = components["schemas"]["PageOut"];
export type Sheet = components["schemas"]["SheetOut"];
export type Row = components["schemas"]["RowOut"];
export type Finding = components["schemas"]["FindingOut"];
export type Evidence = components["schemas"]["EvidenceOut"];
export type ChainLine = components["schemas"]["ChainLineOut"];
export type Phone = components["schemas"]["PhoneOut"];
export type Rails = components["schemas"]["RailsOut"];
export type Chord = components["schemas"]["ChordOut"];
export type Doc = components["schemas"]["DocumentOut"];
export type Builds = components["schemas"]["BuildsOut"];
export type Build = components["schemas"]["BuildOut"];
export type Way = components["schemas"]["WayOut"];
export type Preview = components["schemas"]["PreviewOut"];
export type JudgedField = components["schemas"]["JudgedFieldOut"];
export type Place = components["schemas"]["PlaceLineOut"];
export type Fault = components["schemas"]["FaultOut"];
export type FilesPageData = components["schemas"]["FilesPageOut"];
export type FileSetData = components["schemas"]["FileSetOut"];
export type WatchData = components["schemas"]["WatchOut"];
export type BenchData = components["schemas"]["BenchOut"];
export type Slips = components["schemas"]["Follows"];
export type Job = components["schemas"]["JobOut"];
export type Matched = components["schemas"]["MatchedOut"];
export type Program = components["schemas"]["Program"];
export type Passage = components["schemas"]["PassageOut"];
export type Tool = components["schemas"]["Tool"];
export type NamingScheme = components["schemas"]["NamingScheme"];
export type Writing = components["schemas"]["WritingOut"];
export type WrittenRow = components["schemas"]["WrittenRowOut"];
export type RowSlots = components["schemas"]["RowSlotsOut"];
export type Slot = components["schemas"]["SlotOut"];
export type Column = components["schemas"]["ColumnOut"];
export type Compared = components["schemas"]["CompareOut"];
export type Review = components["schemas"]["ReviewOut"];
export type GateLine = components["schemas"]["GateLine"];
export type GateItem = components["schemas"]["GateItem"];
export type Remark = components["schemas"]["RemarkOut"];
export type Translation = components["schemas"]["TranslationOut"];
export type Told = components["schemas"]["ComparisonOut"];
export type Piece = components["schemas"]["PieceOut"];
export type Completion = components["schemas"]["CompletionOut"];
export type Edit = components["schemas"]["EditsIn"]["edits"][number];
export type RouteMap = components["schemas"]["MapOut"];
export type ProblemBody = components["schemas"]["ProblemOut"];

/** A failure as the API tells it; every failure has this one shape. */
export class Problem extends Error {
  readonly body: ProblemBody;

  constructor(body: ProblemBody) {
    super(body.message);
    this.body = body;
  }
}

const csrf: Middleware = {
  onRequest({ request }) {
    const token = document.cookie.match(/(?:^|; )csrftoken=([^;]+)/)?.[1];
    if (token && request.method !== "GET") request.headers.set("X-CSRFToken", token);
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: "/" });
api.use(csrf);

const unreachable: ProblemBody = {
  code: "unreachable",
  message: "The site cannot be reached. Nothing was lost; try again.",
  at: [],
  standing: "",
};

export type Call<T> = Promise<{ data?: T; error?: unknown; response: Response }>;
/** What is answered, where it does not say that it is still being worked out. */
export type Answer<T> = Exclude<T, Job>;

/** Gives the data of an answer, or throws its problem. */
export async function answerOf<T>(call: Call<T>): Promise<Answer<T>> {
  const answer = await call.catch(() => undefined);
  if (answer?.data !== undefined) return answer.data as Answer<T>;
  const body = answer?.error as Partial<ProblemBody> | undefined;
  throw new Problem(body?.code ? { ...unreachable, ...body } : unreachable);
}
