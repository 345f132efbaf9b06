import type { Endpoint } from "../endpoint";
import * as alerts from "./alerts";
import * as arrivals from "./arrivals";
import * as asking from "./asking";
import * as awards from "./awards";
import * as backups from "./backups";
import * as calls from "./calls";
import * as confirm from "./confirm";
import * as contacts from "./contacts";
import * as contest from "./contest";
import * as credits from "./credits";
import * as directories from "./directories";
import * as files from "./files";
import * as identities from "./identities";
import * as inStep from "./inStep";
import * as jobs from "./jobs";
import * as links from "./links";
import * as logbooks from "./logbooks";
import * as people from "./people";
import * as practice from "./practice";
import { alertRules, filters, spotViews, views } from "./saved";
import * as spots from "./spots";
import * as station from "./station";
import * as statistics from "./statistics";
import * as sun from "./sun";
import * as workspaces from "./workspaces";

/** Every endpoint of the interface for programs. */
export const ENDPOINTS: readonly Endpoint[] = [
  station,
  people,
  workspaces,
  backups,
  calls,
  directories,
  logbooks,
  filters,
  views,
  spotViews,
  contacts,
  files,
  jobs,
  confirm,
  identities,
  asking,
  awards,
  credits,
  inStep,
  statistics,
  contest,
  practice,
  links,
  arrivals,
  spots,
  alertRules,
  alerts,
  sun,
].flatMap((area) => Object.values<Endpoint>(area));
