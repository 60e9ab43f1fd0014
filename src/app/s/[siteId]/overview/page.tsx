import { OverviewScreen } from "../../../../ui/overview/OverviewScreen";

export default function Page() {
  return <OverviewScreen />;
}
