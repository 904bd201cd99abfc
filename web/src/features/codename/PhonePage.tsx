import { useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Link, useParams } from "react-router";
import type { Phone } from "../../api/client";
import { ChordView } from "../../drawn/ChordView";
import { Rails } from "../../drawn/Rails";
import { usePageTitle } from "../../ui/usePageTitle";
import { Waiting } from "../../ui/Waiting";
import { DocumentFoot } from "../document";
import { CodenameHead } from "./CodenameHead";
import { GoesWith } from "./GoesWith";
import { KnownBugs } from "./KnownBugs";
import { phoneQuery } from "./phoneQuery";

export function PhonePage() {
  const { codename = "" } = useParams();
  usePageTitle("Phone", codename);
  const phone = useQuery(phoneQuery(codename));
  return (
    <div className="px-[18px] pt-2.5 pb-10">
      <CodenameHead codename={codename} />
      <Waiting query={phone}>{(data) => <PhoneSheet codename={codename} phone={data} />}</Waiting>
    </div>
  );
}

function PhoneSheet({ codename, phone }: { codename: string; phone: Phone }) {
  return (
    <>
      <div className="mt-1.5 mb-1 flex flex-wrap items-baseline gap-4">
        <h1 className="text-[1.1875rem] font-semibold">
          {phone.maker} {phone.market_names.join(", ")}
        </h1>
        <Link to={`/edit/device?codename=${codename}`}>Edit this codename</Link>
      </div>
      {phone.document.retired && (
        <p role="alert" className="mark mark-stop">
          <b className="text-loss">Retired.</b> {phone.document.retired}
        </p>
      )}
      {phone.namesakes.map((each) => (
        <div key={each.says} className="mark mark-warn my-1">
          <b className="text-care">{each.says}</b> {each.tell.join(". ")}.
        </div>
      ))}
      <div className="mt-3 grid gap-x-8 gap-y-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <Part title="Variants">
          <table className="ruled">
            <thead>
              <tr>
                <th>Variant</th>
                <th>How to tell</th>
                <th>What differs</th>
                <th>Sold as</th>
              </tr>
            </thead>
            <tbody>
              {phone.variants.map((each) => (
                <tr key={each.id}>
                  <td className="letter">{each.id}</td>
                  <td>{each.told_apart_by}</td>
                  <td>{each.differs || <span className="text-soft">not said</span>}</td>
                  <td>{each.market_names.join(", ")}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Part>
        <Part title="Sold where, and by whom">
          <dl className="facts-list">
            <dt>Regions</dt>
            <dd>{phone.regions.map((each) => each.name).join(", ")}</dd>
            <dt>Carriers</dt>
            <dd>
              {phone.carriers.map((each) => (
                <p key={each}>{each}</p>
              ))}
            </dd>
            <dt>Build</dt>
            <dd>
              is shown under {phone.build_shown}
              {phone.scheme && (
                <>
                  , read by <Link to={`/schemes/${phone.scheme}`}>{phone.scheme}</Link>
                </>
              )}
            </dd>
            <dt>Hardware</dt>
            <dd>{phone.hardware.join(", ")}</dd>
            <dt>Automatically</dt>
            <dd>
              {phone.habits.map((each) => (
                <p key={each}>{each}</p>
              ))}
              {phone.habits.length === 0 && <span className="text-soft">nothing is known</span>}
            </dd>
          </dl>
        </Part>
        <div className="lg:col-span-2">
          <Part title="Layout">
            <Rails rails={phone.rails} />
            <ul className="mt-1.5 columns-2 gap-8 max-md:columns-1">
              {phone.rails.facts.map((each) => (
                <li key={each}>{each}</li>
              ))}
            </ul>
          </Part>
        </div>
        <Part title="Unlocking">
          {phone.unlocking.says.map((each) => (
            <p key={each}>{each}</p>
          ))}
          {phone.unlocking.causes.length > 0 && (
            <table className="ruled mt-2">
              <thead>
                <tr>
                  <th>The switch is</th>
                  <th>because</th>
                  <th>What to do</th>
                </tr>
              </thead>
              <tbody>
                {phone.unlocking.causes.map((each) => (
                  <tr key={each.why + each.remedy}>
                    <td>{each.looks}</td>
                    <td>{each.why}</td>
                    <td>{each.remedy}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </Part>
        <Part title="What works on it">
          <KnownBugs codename={codename} systems={phone.systems} />
        </Part>
        <div className="lg:col-span-2">
          <Part title="Entering and leaving its modes">
            {phone.chords.length > 0 && (
              <p className="text-[0.75rem] text-soft">
                Light bar: held until something is seen. Dark bar: held for the time. Ring: pressed
                briefly. The numbers are those of the sentences.
              </p>
            )}
            {phone.chords.length === 0 && (
              <p className="text-soft">
                No key combinations yet. Readers need to know which keys to hold.
              </p>
            )}
            <div className="grid gap-x-8 gap-y-4 md:grid-cols-2 xl:grid-cols-3">
              {phone.chords.map((each) => (
                <ChordView key={each.id} chord={each} />
              ))}
            </div>
          </Part>
        </div>
      </div>
      <GoesWith codename={codename} />
      <DocumentFoot document={phone.document} />
    </>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="border-b border-ink pb-0.5 text-[0.875rem] font-semibold">{title}</h2>
      <div className="mt-1.5">{children}</div>
    </section>
  );
}
