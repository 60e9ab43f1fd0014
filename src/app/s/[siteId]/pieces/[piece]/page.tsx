import { PieceScreen } from "../../../../../ui/pieces/PieceScreen";

export default function Page() {
  return <PieceScreen />;
}
