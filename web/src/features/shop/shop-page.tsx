import { Link } from 'react-router';
import { usePeopleQuery, useWhoQuery } from '../../api/api';
import { useRefusal } from '../../shared/use-may';
import { Failed, Loading } from '../../shared/states';
import { useShop } from '../../shared/use-shop';
import { AddPerson } from './add-person';
import { ShopCalendarPart } from './calendar/shop-calendar-part';
import { Devices } from './devices';
import { Feeds } from './feeds';
import { FiguresPart } from './figures-part';
import { MyAccount } from './my-account';
import { PeopleTable } from './people-table';
import { RightsChanges } from './rights-changes';

/** Calendar, people, accounts and devices of the shop. */
export function ShopPage() {
  const { data, error, refetch } = usePeopleQuery();
  const { data: who } = useWhoQuery();
  const shop = useShop();
  const notPeople = useRefusal('people');
  const notDevices = useRefusal('trustDevice');
  if (error && !data) return <Failed error={error} retry={() => void refetch()} />;
  if (!data || !who?.person) return <Loading what="the shop" />;
  const byCode = who.byCode;
  return (
    <div>
      <div className="rule flex items-center gap-4 border-b px-4 py-2">
        <h1 className="text-xl font-semibold">Shop</h1>
        <p className="muted flex-1">Hours, people, places and air; accounts and devices.</p>
        <Link className="btn btn-sm" to="/shop/wall">
          Wall of the coming weeks
        </Link>
      </div>
      {byCode && (
        <p className="hairline border-b px-4 py-2 text-sm">
          You switched here by code. Sign in with your password to change people, devices or your account.
        </p>
      )}
      <div className="grid gap-8 p-5 lg:grid-cols-2">
        {shop && <ShopCalendarPart key={shop.saved.version} saved={shop.saved} calendar={shop.calendar} people={data} />}
        <FiguresPart />
        <PeopleTable people={data} me={who.person} manage={notPeople === null && !byCode} />
        {notPeople === null && !byCode ? <AddPerson /> : <p className="muted">An owner adds people here.</p>}
        <MyAccount person={who.person} byCode={byCode} />
        <Feeds me={who.person} names={shop?.calendar.people.map(({ name }) => name) ?? []} />
        {notDevices === null && !byCode && <Devices here={who.device} manage={notPeople === null} />}
        {notPeople === null && !byCode && <RightsChanges />}
      </div>
    </div>
  );
}
