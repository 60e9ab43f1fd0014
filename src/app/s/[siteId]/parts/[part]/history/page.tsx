import { HistoryScreen } from "../../../../../../ui/part/history/HistoryScreen";

export default function Page() {
  return <HistoryScreen />;
}
