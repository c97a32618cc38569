import { Segmented } from 'antd';
import { useNavigate, useParams } from 'react-router';
import { useShop } from '../app/useShop.ts';
import { CrewView } from './crew/CrewView.tsx';
import { StockView } from './stock/StockView.tsx';
import './shop.css';
import { WeekView } from './WeekView.tsx';

const VIEWS = [
  { value: 'week', label: 'Week' },
  { value: 'stock', label: 'Stock' },
  { value: 'crew', label: 'Crew' },
] as const;

export default function ShopPage() {
  const { shop, error } = useShop();
  const { view = 'week' } = useParams();
  if (error && !shop) return <p className="empty">{error}</p>;
  if (!shop) return <p className="empty">One moment …</p>;
  if (view === 'stock') return <StockView shop={shop} tabs={<ViewTabs view="stock" />} />;
  if (view === 'crew') return <CrewView shop={shop} tabs={<ViewTabs view="crew" />} />;
  return <WeekView shop={shop} />;
}

export function ViewTabs({ view }: { view: (typeof VIEWS)[number]['value'] }) {
  const navigate = useNavigate();
  return (
    <Segmented
      aria-label="View of the shop"
      options={[...VIEWS]}
      value={view}
      onChange={(value) => navigate(value === 'week' ? '/shop' : `/shop/${value}`)}
    />
  );
}
