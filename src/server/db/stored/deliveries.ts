import type { DeliveryPlan } from '../../../core/deliver/deliveryPlan';
import { storedShape } from './shape';

export const deliveryPlanShape = storedShape<DeliveryPlan>('delivery plan');
