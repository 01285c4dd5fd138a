/** Said beside every caution. */
export const CAUTION_CODA = 'Usual practice; your local code and a licensed inspector or vet decide.';
