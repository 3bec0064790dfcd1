using Adnumera.Core.Amounts;
using Adnumera.Core.Count;

namespace Adnumera.Web.Requests;

/// <summary>Documents and money.</summary>
public sealed record TallyText(long Documents, string Money)
{
    /// <summary>The text of a tally.</summary>
    public static TallyText Of(Tally tally, Currency currency) => new(tally.Documents, AmountText.Format(tally.Money, currency.Digits));
}
