import { VisitorsScreen } from "../../../../ui/visitors/VisitorsScreen";

export default function Page() {
  return <VisitorsScreen />;
}
