using System.Collections.Frozen;

namespace Adnumera.Core.Mapping.Suggestions;

/// <summary>Merchant category codes of ISO 18245, as card sources give them for a category. The table follows the npm package mcc 2.2.0
/// (MIT), without airlines, car hire and hotels by name.</summary>
public static class MerchantCategories
{
    private static readonly FrozenDictionary<string, string> Titles = Table
        .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
        .ToFrozenDictionary(r => r[..4], r => r[5..]);

    /// <summary>What a code stands for; null when the text is no such code.</summary>
    public static string? TitleOf(string code) => Titles.GetValueOrDefault(code.Trim());

    private const string Table = """
        0742 Veterinary Services
        0763 Agricultural Co-operatives
        0780 Horticultural Services, Landscaping Services
        1520 General Contractors-Residential and Commercial
        1711 Air Conditioning Contractors – Sales and Installation, Heating Contractors – Sales, Service, Installation
        1731 Electrical Contractors
        1740 Insulation – Contractors, Masonry, Stonework Contractors, Plastering Contractors, Stonework
          and Masonry Contractors, Tile Settings Contractors
        1750 Carpentry Contractors
        1761 Roofing – Contractors, Sheet Metal Work – Contractors, Siding – Contractors
        1771 Contractors – Concrete Work
        1799 Contractors – Special Trade, Not Elsewhere Classified
        2741 Miscellaneous Publishing and Printing
        2791 Typesetting, Plate Making, & Related Services
        2842 Specialty Cleaning, Polishing, and Sanitation Preparations
        4011 Railroads
        4111 Local/Suburban Commuter Passenger Transportation – Railroads, Feries, Local Water Transportation.
        4112 Passenger Railways
        4119 Ambulance Services
        4121 Taxicabs and Limousines
        4131 Bus Lines, Including Charters, Tour Buses
        4214 Motor Freight Carriers, Moving and Storage Companies, Trucking – Local/Long Distance, Delivery Services – Local
        4215 Courier Services – Air or Ground, Freight forwarders
        4225 Public warehousing, Storage
        4411 Cruise and Steamship Lines
        4457 Boat Rentals and Leases
        4468 Marinas, Marine Service, and Supplies
        4511 Airlines, Air Carriers ( not listed elsewhere)
        4582 Airports, Airport Terminals, Flying Fields
        4722 Travel Agencies and Tour Operations
        4723 Package Tour Operators (For use in Germany only)
        4784 Toll and Bridge Fees
        4789 Transportation Services, Not elsewhere classified)
        4812 Telecommunications Equipment including telephone sales
        4814 Fax services, Telecommunication Services
        4815 VisaPhone
        4816 Computer Network Services
        4821 Telegraph services
        4829 Money Orders – Wire Transfer
        4899 Cable and other pay television (previously Cable Services)
        4900 Electric, Gas, Sanitary and Water Utilities
        5013 Motor vehicle supplies and new parts
        5021 Office and Commercial Furniture
        5039 Construction Materials, Not Elsewhere Classified
        5044 Office, Photographic, Photocopy, and Microfilm Equipment
        5045 Computers, Computer Peripheral Equipment, Software
        5046 Commercial Equipment, Not Elsewhere Classified
        5047 Medical, Dental Ophthalmic, Hospital Equipment and Supplies
        5051 Metal Service Centers and Offices
        5065 Electrical Parts and Equipment
        5072 Hardware Equipment and Supplies
        5074 Plumbing and Heating Equipment and Supplies
        5085 Industrial Supplies, Not Elsewhere Classified
        5094 Precious Stones and Metals, Watches and Jewelry
        5099 Durable Goods, Not Elsewhere Classified
        5111 Stationery, Office Supplies, Printing, and Writing Paper
        5122 Drugs, Drug Proprietors, and Druggist’s Sundries
        5131 Piece Goods, Notions, and Other Dry Goods
        5137 Men’s Women’s and Children’s Uniforms and Commercial Clothing
        5139 Commercial Footwear
        5169 Chemicals and Allied Products, Not Elsewhere Classified
        5172 Petroleum and Petroleum Products
        5192 Books, Periodicals, and Newspapers
        5193 Florists’ Supplies, Nursery Stock and Flowers
        5198 Paints, Varnishes, and Supplies
        5199 Non-durable Goods, Not Elsewhere Classified
        5200 Home Supply Warehouse Stores
        5211 Lumber and Building Materials Stores
        5231 Glass, Paint, and Wallpaper Stores
        5251 Hardware Stores
        5261 Nurseries – Lawn and Garden Supply Store
        5271 Mobile Home Dealers
        5300 Wholesale Clubs
        5309 Duty Free Store
        5310 Discount Stores
        5311 Department Stores
        5331 Variety Stores
        5399 Misc. General Merchandise
        5411 Grocery Stores, Supermarkets
        5422 Meat Provisioners – Freezer and Locker
        5441 Candy, Nut, and Confectionery Stores
        5451 Dairy Products Stores
        5462 Bakeries
        5499 Misc. Food Stores – Convenience Stores and Specialty Markets
        5511 Car and Truck Dealers (New and Used) Sales, Service, Repairs, Parts, and Leasing
        5521 Automobile and Truck Dealers (Used Only)
        5531 Automobile Supply Stores
        5532 Automotive Tire Stores
        5533 Automotive Parts, Accessories Stores
        5541 Service Stations ( with or without ancillary services)
        5542 Automated Fuel Dispensers
        5551 Boat Dealers
        5561 Recreational and Utility Trailers, Camp Dealers
        5571 Motorcycle Dealers
        5592 Motor Home Dealers
        5598 Snowmobile Dealers
        5599 Miscellaneous Auto Dealers
        5611 Men’s and Boy’s Clothing and Accessories Stores
        5621 Women’s Ready-to-Wear Stores
        5631 Women’s Accessory and Specialty Shops
        5641 Children’s and Infant’s Wear Stores
        5651 Family Clothing Stores
        5655 Sports Apparel, Riding Apparel Stores
        5661 Shoe Stores
        5681 Furriers and Fur Shops
        5691 Men’s and Women’s Clothing Stores
        5697 Tailors, Seamstress, Mending, and Alterations
        5698 Wig and Toupee Stores
        5699 Miscellaneous Apparel and Accessory Shops
        5712 Furniture, Home Furnishings, and Equipment Stores, ExceptAppliances
        5713 Floor Covering Stores
        5714 Drapery, Window Covering and Upholstery Stores
        5718 Fireplace, Fireplace Screens, and Accessories Stores
        5719 Miscellaneous Home Furnishing Specialty Stores
        5722 Household Appliance Stores
        5732 Electronic Sales
        5733 Music Stores, Musical Instruments, Piano Sheet Music
        5734 Computer Software Stores
        5735 Record Shops
        5811 Caterers
        5812 Eating places and Restaurants
        5813 Drinking Places (Alcoholic Beverages), Bars, Taverns, Cocktail lounges, Nightclubs and Discotheques
        5814 Fast Food Restaurants
        5815 Digital Goods: Media, Books, Movies, Music
        5816 Digital Goods: Games
        5817 Digital Goods: Applications (Excludes Games)
        5818 Digital Goods: Large Digital Goods Merchant
        5832 Antique Shops – Sales, Repairs, and Restoration Services
        5912 Drug Stores and Pharmacies
        5921 Package Stores – Beer, Wine, and Liquor
        5931 Used Merchandise and Secondhand Stores
        5932 Antique Shops
        5933 Pawn Shops and Salvage Yards
        5935 Wrecking and Salvage Yards
        5937 Antique Reproductions
        5940 Bicycle Shops – Sales and Service
        5941 Sporting Goods Stores
        5942 Book Stores
        5943 Stationery Stores, Office and School Supply Stores
        5944 Watch, Clock, Jewelry, and Silverware Stores
        5945 Hobby, Toy, and Game Shops
        5946 Camera and Photographic Supply Stores
        5947 Card Shops, Gift, Novelty, and Souvenir Shops
        5948 Leather Foods Stores
        5949 Sewing, Needle, Fabric, and Price Goods Stores
        5950 Glassware/Crystal Stores
        5960 Direct Marketing- Insurance Service
        5961 Mail Order Houses Including Catalog Order Stores, Book/Record Clubs (No longer permitted for U.S. original presentments)
        5962 Direct Marketing – Travel Related Arrangements Services
        5963 Door-to-Door Sales
        5964 Direct Marketing – Catalog Merchant
        5965 Direct Marketing – Catalog and Catalog and Retail Merchant
        5966 Direct Marketing- Outbound Telemarketing Merchant
        5967 Direct Marketing – Inbound Teleservices Merchant
        5968 Direct Marketing – Continuity/Subscription Merchant
        5969 Direct Marketing – Not Elsewhere Classified
        5970 Artist’s Supply and Craft Shops
        5971 Art Dealers and Galleries
        5972 Stamp and Coin Stores – Philatelic and Numismatic Supplies
        5973 Religious Goods Stores
        5975 Hearing Aids – Sales, Service, and Supply Stores
        5976 Orthopedic Goods Prosthetic Devices
        5977 Cosmetic Stores
        5978 Typewriter Stores – Sales, Rental, Service
        5983 Fuel – Fuel Oil, Wood, Coal, Liquefied Petroleum
        5992 Florists
        5993 Cigar Stores and Stands
        5994 News Dealers and Newsstands
        5995 Pet Shops, Pet Foods, and Supplies Stores
        5996 Swimming Pools – Sales, Service, and Supplies
        5997 Electric Razor Stores – Sales and Service
        5998 Tent and Awning Shops
        5999 Miscellaneous and Specialty Retail Stores
        6010 Financial Institutions – Manual Cash Disbursements
        6011 Financial Institutions – Manual Cash Disbursements
        6012 Financial Institutions – Merchandise and Services
        6051 Non-Financial Institutions – Foreign Currency, Money Orders (not wire transfer) and Travelers Cheques
        6211 Security Brokers/Dealers
        6300 Insurance Sales, Underwriting, and Premiums
        6381 Insurance Premiums, (no longer valid for first presentment work)
        6399 Insurance, Not Elsewhere Classified ( no longer valid forfirst presentment work)
        6513 Real Estate Agents and Managers - Rentals
        7011 Lodging – Hotels, Motels, Resorts, Central Reservation Services
        7012 Timeshares
        7032 Sporting and Recreational Camps
        7033 Trailer Parks and Camp Grounds
        7210 Laundry, Cleaning, and Garment Services
        7211 Laundry – Family and Commercial
        7216 Dry Cleaners
        7217 Carpet and Upholstery Cleaning
        7221 Photographic Studios
        7230 Barber and Beauty Shops
        7251 Shop Repair Shops and Shoe Shine Parlors, and Hat Cleaning Shops
        7261 Funeral Service and Crematories
        7273 Dating and Escort Services
        7276 Tax Preparation Service
        7277 Counseling Service – Debt, Marriage, Personal
        7278 Buying/Shopping Services, Clubs
        7296 Clothing Rental – Costumes, Formal Wear, Uniforms
        7297 Massage Parlors
        7298 Health and Beauty Shops
        7299 Miscellaneous Personal Services ( not elsewhere classifies)
        7311 Advertising Services
        7321 Consumer Credit Reporting Agencies
        7332 Blueprinting and Photocopying Services
        7333 Commercial Photography, Art and Graphics
        7338 Quick Copy, Reproduction and Blueprinting Services
        7339 Stenographic and Secretarial Support Services
        7342 Exterminating and Disinfecting Services
        7349 Cleaning and Maintenance, Janitorial Services
        7361 Employment Agencies, Temporary Help Services
        7372 Computer Programming, Integrated Systems Design and Data Processing Services
        7375 Information Retrieval Services
        7379 Computer Maintenance and Repair Services, Not Elsewhere Classified
        7392 Management, Consulting, and Public Relations Services
        7393 Protective and Security Services – Including Armored Carsand Guard Dogs
        7394 Equipment Rental and Leasing Services, Tool Rental, Furniture Rental, and Appliance Rental
        7395 Photofinishing Laboratories, Photo Developing
        7399 Business Services, Not Elsewhere Classified
        7511 Truck Stop
        7512 Car Rental Companies ( Not Listed Below)
        7513 Truck and Utility Trailer Rentals
        7519 Motor Home and Recreational Vehicle Rentals
        7523 Automobile Parking Lots and Garages
        7531 Automotive Body Repair Shops
        7534 Tire Re-treading and Repair Shops
        7535 Paint Shops – Automotive
        7538 Automotive Service Shops
        7542 Car Washes
        7549 Towing Services
        7622 Radio Repair Shops
        7623 Air Conditioning and Refrigeration Repair Shops
        7629 Electrical And Small Appliance Repair Shops
        7631 Watch, Clock, and Jewelry Repair
        7641 Furniture, Furniture Repair, and Furniture Refinishing
        7692 Welding Repair
        7699 Repair Shops and Related Services –Miscellaneous
        7800 Government-Owned Lotteries
        7801 Government-Licensed On-Line Casinos (On-Line Gambling)
        7802 Government-Licensed Horse/Dog Racing
        7829 Motion Pictures and Video Tape Production and Distribution
        7832 Motion Picture Theaters
        7841 Video Tape Rental Stores
        7911 Dance Halls, Studios and Schools
        7922 Theatrical Producers (Except Motion Pictures), Ticket Agencies
        7929 Bands, Orchestras, and Miscellaneous Entertainers
        7932 Billiard and Pool Establishments
        7933 Bowling Alleys
        7941 Commercial Sports, Athletic Fields, Professional Sport Clubs, and Sport Promoters
        7991 Tourist Attractions and Exhibits
        7992 Golf Courses – Public
        7993 Video Amusement Game Supplies
        7994 Video Game Arcades/Establishments
        7995 Betting (including Lottery Tickets, Casino Gaming Chips, Off-track Betting and Wagers at Race Tracks)
        7996 Amusement Parks, Carnivals, Circuses, Fortune Tellers
        7997 Membership Clubs (Sports, Recreation, Athletic), Country Clubs, and Private Golf Courses
        7998 Aquariums, Sea-aquariums, Dolphinariums
        7999 Recreation Services
        8011 Doctors and Physicians
        8021 Dentists and Orthodontists
        8031 Osteopaths
        8041 Chiropractors
        8042 Optometrists and Ophthalmologists
        8043 Opticians, Opticians Goods and Eyeglasses
        8044 Opticians, Optical Goods, and Eyeglasses (no longer validfor first presentments)
        8049 Podiatrists and Chiropodists
        8050 Nursing and Personal Care Facilities
        8062 Hospitals
        8071 Medical and Dental Laboratories
        8099 Medical Services and Health Practitioners
        8111 Legal Services and Attorneys
        8211 Elementary and Secondary Schools
        8220 Colleges, Junior Colleges, Universities, and ProfessionalSchools
        8241 Correspondence Schools
        8244 Business and Secretarial Schools
        8249 Vocational Schools and Trade Schools
        8299 Schools and Educational Services
        8351 Child Care Services
        8398 Charitable and Social Service Organizations
        8641 Civic, Fraternal, and Social Associations
        8651 Political Organizations
        8661 Religious Organizations
        8675 Automobile Associations
        8699 Membership Organizations
        8734 Testing Laboratories ( non-medical)
        8911 Architectural – Engineering and Surveying Services
        8931 Accounting, Auditing, and Bookkeeping Services
        8999 Professional Services ( Not Elsewhere Defined)
        9211 Court Costs, including Alimony and Child Support
        9222 Fines
        9223 Bail and Bond Payments
        9311 Tax Payments
        9399 Government Services
        9402 Postal Services – Government Only
        9405 Intra – Government Transactions
        9700 Automated Referral Service ( For Visa Only)
        9701 Visa Credential Service ( For Visa Only)
        9702 GCAS Emergency Services ( For Visa Only)
        9950 Intra – Company Purchases ( For Visa Only)
        """;
}
