import { Op } from 'sequelize';
import type { Sender } from '../../core/document/index.ts';

/**
 * Rows that are not this window's own work of this person: two people may work in one window, one after the other, and
 * one person in two.
 */
export const byOthers = ({ clientId, person }: Sender) => ({
  [Op.or]: [{ clientId: { [Op.ne]: clientId } }, { personId: { [Op.ne]: person.id } }],
});
